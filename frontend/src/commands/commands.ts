/** What a command is, and the one list of those that the open program knows: keys, menu, palette and help read it. */

export type Context = {
  shot: number;
  shots: number;
  go: (shot: number) => void;
  nextRack: () => void;
  choices: () => void;
};

export type Command = {
  id: string;
  group: "Shot" | "Table" | "Plan" | "Result" | "Video" | "Pencil" | "Screen";
  words: string;
  /** Keys as tinykeys writes them; the first is shown. */
  keys: string[];
  shown?: string;
  run: (context: Context) => void;
};

const known = new Map<string, Command>();

/** The commands as given, from now on known by their ids: `keyOf` finds them wherever their keys are shown. */
export function register(commands: Command[]): Command[] {
  for (const command of commands) known.set(command.id, command);
  return commands;
}

/** The key of a command as people read it; nothing while no screen has registered the command. */
export function keyOf(id: string): string {
  const command = known.get(id);
  return command ? shownKey(command) : "";
}

export function shownKey(command: Command): string {
  const key = command.shown ?? command.keys[0] ?? "";
  return key.replace("Shift+", "Shift ").replace(/^([a-z])$/, (letter) => letter.toUpperCase());
}

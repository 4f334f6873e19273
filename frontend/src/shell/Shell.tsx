/** The frame of every screen: one line along the top, the palette, the key help. */
import { useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useState, type ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import { api } from "../api/client";
import { sessionQuery } from "../api/queries";
import { shownKey, type Command, type Context } from "../commands/commands";
import { useKeys } from "./keys";
import { Palette, type Entry } from "./Palette";
import { switchTheme } from "./theme";
import { Troubles } from "./Troubles";

type Reading = { length_unit: "mm" | "in"; speed_unit: "kmh" | "mph"; words: "game" | "pool" | "snooker" };

type Props = {
  children: ReactNode;
  top?: ReactNode;
  right?: ReactNode;
  commands?: Command[];
  context?: () => Context;
};

const PLACES: [string, string][] = [
  ["Today", "/"],
  ["Recordings", "/recordings"],
  ["Studies", "/studies"],
  ["Numbers", "/numbers"],
  ["Players", "/players"],
];

const NONE: Command[] = [];

/** Fetched when it is asked for. The menu is not: one types on at once. */
const KeysHelp = lazy(async () => ({ default: (await import("./KeysHelp")).KeysHelp }));

export function Shell({ children, top, right, commands = NONE, context }: Props) {
  const [panel, setPanel] = useState<"palette" | "keys" | null>(null);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const read = async (how: Partial<Reading>) => {
    const { length_unit, speed_unit, words } = await queries.fetchQuery(sessionQuery);
    await api.PUT("/api/session/reading", {
      body: { ...({ length_unit, speed_unit, words } as Reading), ...how },
    });
    await queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
  };
  const close = () => setPanel(null);
  const entries: Entry[] = [
    ...commands.map((c) => ({
      id: c.id,
      group: c.group,
      words: c.words,
      key: shownKey(c),
      run: () => context && c.run(context()),
    })),
    ...PLACES.map(([words, to]) => ({ id: to, group: "Go to", words, key: "", run: () => navigate(to) })),
    {
      id: "new",
      group: "Go to",
      words: "Make a recording",
      key: "",
      run: () => navigate("/recordings/new"),
    },
    {
      id: "new-study",
      group: "Go to",
      words: "Set up a position to study",
      key: "",
      run: () => navigate("/studies/new"),
    },
    {
      id: "ask",
      group: "Go to",
      words: "Ask the numbers a question",
      key: "",
      run: () => navigate("/numbers/ask"),
    },
    { id: "import", group: "Go to", words: "Import a match file", key: "", run: () => navigate("/import") },
    { id: "theme", group: "Screen", words: "Daylight or lamplight", key: "", run: switchTheme },
    {
      id: "metric",
      group: "Screen",
      words: "Units: millimetres and km/h",
      key: "",
      run: () => void read({ length_unit: "mm", speed_unit: "kmh" }),
    },
    {
      id: "imperial",
      group: "Screen",
      words: "Units: inches and mph",
      key: "",
      run: () => void read({ length_unit: "in", speed_unit: "mph" }),
    },
    {
      id: "words-game",
      group: "Screen",
      words: "Words: those of each game",
      key: "",
      run: () => void read({ words: "game" }),
    },
    {
      id: "words-pool",
      group: "Screen",
      words: "Words: always those of pool",
      key: "",
      run: () => void read({ words: "pool" }),
    },
    {
      id: "words-snooker",
      group: "Screen",
      words: "Words: always those of snooker",
      key: "",
      run: () => void read({ words: "snooker" }),
    },
  ];
  useKeys(OPENERS, () => setPanel);
  return (
    <div className="flex h-dvh flex-col print:block print:h-auto">
      <header className="rule flex h-11 print:hidden flex-none items-center gap-4 border-b px-3">
        <Link to="/" className="flex items-center gap-2 font-bold" aria-label="Aretane, today">
          <Mark /> <span className={top ? "hidden xl:inline" : ""}>Aretane</span>
        </Link>
        <nav aria-label="Main" className={`gap-3 text-sm ${top ? "hidden" : "hidden sm:flex"}`}>
          {PLACES.map(([words, to]) => (
            <Link key={to} to={to} className="hover:underline">
              {words}
            </Link>
          ))}
        </nav>
        <div className="min-w-0 flex-1 overflow-x-auto">{top}</div>
        {right}
        <button type="button" className="text-sm whitespace-nowrap" onClick={() => setPanel("palette")}>
          Menu <kbd className="key">Ctrl K</kbd>
        </button>
        <button
          type="button"
          className="hidden text-sm whitespace-nowrap sm:inline"
          onClick={() => setPanel("keys")}
        >
          Keys <kbd className="key">?</kbd>
        </button>
      </header>
      <Troubles />
      <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">{children}</main>
      {panel === "palette" && <Palette entries={entries} close={close} />}
      <Suspense>{panel === "keys" && <KeysHelp entries={entries} close={close} />}</Suspense>
    </div>
  );
}

type Open = (panel: "palette" | "keys") => void;
const OPENERS = [
  { keys: ["$mod+k"], run: (open: Open) => open("palette") },
  { keys: ["Shift+?", "?"], run: (open: Open) => open("keys") },
];

function Mark() {
  return (
    <svg viewBox="0 0 32 32" className="text-primary h-6 w-6" aria-hidden="true">
      <circle
        cx="16"
        cy="16"
        r="14"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.5"
        strokeDasharray="5 3.2"
      />
      <circle cx="19" cy="14" r="6.5" fill="currentColor" />
    </svg>
  );
}

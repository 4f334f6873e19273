/** Everything one can do, found by typing. */
import { Command as Cmdk } from "cmdk";
import { say } from "../words/say";
import { foreign } from "../words/translated";

foreign(Cmdk.Item, Cmdk.Empty, Cmdk.Group, Cmdk.Input);

export type Entry = { id: string; group: string; words: string; key: string; run: () => void };

/** Every word typed stands in the entry; at the beginning of a word counts more. Letters strewn about are no match. */
export function matches(entry: string, typed: string): number {
  const text = ` ${entry.toLowerCase()}`;
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  if (!words.every((word) => text.includes(word))) return 0;
  return words.every((word) => text.includes(` ${word}`)) ? 1 : 0.5;
}

export function Palette({ entries, close }: { entries: Entry[]; close: () => void }) {
  const groups = [...new Set(entries.map((e) => e.group))];
  return (
    <div
      className="fixed inset-0 z-50 grid place-items-start bg-black/30 p-4 pt-[12vh]"
      onPointerDown={(e) => e.target === e.currentTarget && close()}
    >
      <Cmdk
        label="Menu"
        filter={matches}
        className="bg-base-100 rule mx-auto w-full max-w-lg border p-2"
        onKeyDown={(e) => {
          if (e.key === "Escape") close();
        }}
      >
        <Cmdk.Input
          ref={(field) => field?.focus()}
          placeholder="Type what you want to do"
          aria-label="Search the menu"
          className="plain mb-2 px-2 py-1 text-base"
        />
        <Cmdk.List className="max-h-[50vh] overflow-y-auto">
          <Cmdk.Empty className="quiet px-2 py-3">Nothing by that name.</Cmdk.Empty>
          {groups.map((group) => (
            <Cmdk.Group
              key={group}
              heading={group}
              className="[&_[cmdk-group-heading]]:quiet [&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-xs"
            >
              {entries
                .filter((e) => e.group === group)
                .map((entry) => (
                  <Cmdk.Item
                    key={entry.id}
                    value={`${say(entry.words)} ${entry.id}`}
                    className="data-[selected=true]:bg-base-300 flex cursor-pointer justify-between px-2 py-1"
                    onSelect={() => {
                      close();
                      entry.run();
                    }}
                  >
                    {entry.words}
                    {entry.key && <kbd className="key">{entry.key}</kbd>}
                  </Cmdk.Item>
                ))}
            </Cmdk.Group>
          ))}
        </Cmdk.List>
      </Cmdk>
    </div>
  );
}

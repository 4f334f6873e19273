/** In place of the menu while it is on its way: the field is there at once, and nothing that is typed is lost. */

let begun = { text: "", entered: false };

/** What was typed so far, and whether it was entered; from then on nothing is. */
export function takeBegun(): { text: string; entered: boolean } {
  const taken = begun;
  begun = { text: "", entered: false };
  return taken;
}

export const BACKDROP = "fixed inset-0 z-50 grid place-items-start bg-black/30 p-4 pt-[12vh]";

export function MenuBegun({ close }: { close: () => void }) {
  return (
    <div className={BACKDROP}>
      <div cmdk-root="" className="bg-base-100 rule mx-auto w-full max-w-lg border p-2">
        <input
          ref={(field) => field?.focus()}
          placeholder="Type what you want to do"
          aria-label="Search the menu"
          className="plain mb-2 px-2 py-1 text-base"
          onChange={(e) => {
            begun.text = e.target.value;
          }}
          onKeyDown={(e) => {
            if (e.key === "Escape") close();
            if (e.key === "Enter") begun.entered = true;
          }}
        />
      </div>
    </div>
  );
}

/** What went wrong, where, and what to do. */
import { Refusal } from "../api/client";

export function Problem({ error }: { error: unknown }) {
  const words = error instanceof Error ? error.message.split("\n") : ["something went wrong"];
  return (
    <div role="alert" className="border-error m-4 border-l-4 px-3 py-2">
      {words.map((line) => (
        <p key={line}>{line}</p>
      ))}
      {error instanceof Refusal && error.status === 0 && (
        <p className="quiet text-sm">Is it still running? Start it again, then reload this page.</p>
      )}
    </div>
  );
}

/** The head of a player's pages: the name and the ways between them. */
import { NavLink } from "react-router";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";

const VIEWS: [string, string][] = [
  ["Habits", "habits"],
  ["Where the chance goes", "worth"],
  ["Then and now", "then"],
  ["Causes", "causes"],
  ["Own model", "model"],
  ["Ledger of choices", "choices"],
];

type Props = {
  id: number;
  title: string;
  name: string | undefined;
  error: unknown;
  /** Racks that are still being counted. */
  waiting?: number | undefined;
  children: React.ReactNode;
};

export function PlayerFrame({ id, title, name, error, waiting, children }: Props) {
  return (
    <Shell>
      <title>{`${title} · Aretane`}</title>
      <div className="mx-auto w-full max-w-5xl px-4 py-5">
        <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
          <h1 className="text-2xl font-bold">{name ?? " "}</h1>
          <nav
            aria-label="Views of the player"
            className="flex flex-wrap gap-x-4 gap-y-1 text-sm print:hidden"
          >
            {VIEWS.map(([words, path]) => (
              <NavLink
                key={path}
                to={`/players/${id}/${path}`}
                className={({ isActive }) => (isActive ? "border-b-2 border-current font-bold" : "go")}
              >
                {words}
              </NavLink>
            ))}
            <NavLink className="go" to={`/numbers/ask?player=${id}`}>
              Ask the numbers
            </NavLink>
          </nav>
        </div>
        {error ? <Problem error={error} /> : null}
        {waiting ? (
          <p role="status" className="mt-2 text-sm">
            {waiting} racks are still being counted.
          </p>
        ) : null}
        {children}
      </div>
    </Shell>
  );
}

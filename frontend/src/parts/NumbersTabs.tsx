/** The views of the numbers. */
import { NavLink } from "react-router";

const VIEWS: [string, string][] = [
  ["Report", "/numbers"],
  ["Ask", "/numbers/ask"],
  ["Stated chances", "/numbers/stated"],
];

export function NumbersTabs() {
  return (
    <nav aria-label="Views of the numbers" className="flex gap-4 text-sm print:hidden">
      {VIEWS.map(([words, to]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) => (isActive ? "border-b-2 border-current font-bold" : "go")}
        >
          {words}
        </NavLink>
      ))}
    </nav>
  );
}

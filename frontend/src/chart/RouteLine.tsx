/** The routes in words: one picked, with what it keeps and what it risks. */
import type { Route, Routes, Words } from "../api/types";
import { theBall, theBalls } from "../table/colours";
import { chance, length, percent, speed, tipAt, type Units } from "../units/units";
import { pick, useChart } from "./chartStore";
import { amount, measureOf, PURPOSE, spread } from "../parts/measure";
import { turnOf } from "./ways";

type Props = { routes: Routes; words: Words; units: Units };

export function RouteLine({ routes, words, units }: Props) {
  const picked = turnOf(
    useChart((s) => s.picked),
    routes.routes.length,
  );
  const route = routes.routes[picked];
  if (!route || !routes.ball) return null;
  const measure = measureOf(routes.measure);
  const pocket = words.pockets[routes.pocket ?? ""] ?? "";
  return (
    <div data-testid="routes">
      <p className="flex flex-wrap items-baseline">
        <span className="quiet pr-1">
          after {theBall(routes.ball)}, {pocket}
        </span>
        {routes.routes.map((route, k) => (
          <button
            key={k}
            type="button"
            className="pick text-sm"
            aria-pressed={k === picked}
            onClick={() => pick(k)}
          >
            <span className="num">{k + 1}</span> {railWords(route.rails)}
            {alike(routes.routes, route) && <span className="quiet"> {route.spin.split(", ")[0]}</span>}
          </button>
        ))}
      </p>
      <p>
        {picked === 0 ? <>Keeps position over the widest range of speed: </> : <>Keeps position </>}
        <b className="num">−{percent(route.slower)}</b>
        {route.slower >= SEARCHED && " at least"} to <b className="num">+{percent(route.faster)}</b>
        {route.faster >= SEARCHED && " at least"} of{" "}
        <span className="num">{speed(route.speed, units)}</span>, {tipAt(route)}
        {side(route)}
        {route.entry && <>; comes in {route.entry} of the next shot</>},{" "}
        <span className="num">{length(route.travel, units)}</span> of travel
        {route.touches.length > 0 && <>, touching {theBalls(route.touches)} on the way</>}.
      </p>
      <p>
        Pot <b className="num">{chance(route.pot)}</b>, pot and in place{" "}
        <b className="num">{chance(route.inside)}</b>{" "}
        <span className="quiet">(nine tenths of the best end that a route has)</span>, scratch{" "}
        <b className="num">{chance(route.scratch)}</b>; in all{" "}
        <b className="num">{amount(measure, route.worth)}</b>
        <span className="num quiet"> {spread(measure, route.error)}</span> {PURPOSE[measure]}
        {routes.stroke && ` by a ${routes.stroke} from there`}.
      </p>
    </div>
  );
}

/** Share of the speed up to which it is looked for. */
const SEARCHED = 0.599;

/** "no rail", "foot", "foot, left". */
export const railWords = (rails: string[]): string => (rails.length ? rails.join(", ") : "no rail");

/** Whether another route meets the same rails, so that its spin must be said. */
const alike = (routes: Route[], route: Route): boolean =>
  routes.some((other) => other !== route && railWords(other.rails) === railWords(route.rails));

function side(route: Route): string {
  const word = route.spin.split(", ")[1];
  return word ? ` (${word})` : "";
}

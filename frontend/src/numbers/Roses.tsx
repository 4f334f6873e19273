/** Position roses: each miss in its arrival frame, the bias as one arrow, the spread as a dotted ellipse. */
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { rosesQuery } from "../api/queries";
import type { Asked, Rose } from "../api/types";
import { length, type Units } from "../units/units";
import { SavePicture } from "../parts/SavePicture";
import { bandWords } from "./question";
import { drawn, HALF, placed, reach, rings } from "./rose";

/** Measures that are read off a rose. */
export const OF_PLACE = ["along", "across", "missed-by", "short"];
const MOST_BANDS = 8;

type Props = { asked: Asked; question: Record<string, string>; units: Units };

export function Roses({ asked, question, units }: Props) {
  const found = useQuery(rosesQuery(question));
  const data = found.data;
  if (!data || !data.shown) return null;
  const roses = data.roses.filter((one) => one.n > 0).slice(0, MOST_BANDS);
  const far = reach(roses[0]?.misses ?? []);
  const words = ({ band }: Rose) =>
    band.code === "" || !asked.split ? "All" : bandWords(asked.split, band.code, band.words, units);
  return (
    <section className="rule mt-4 border-t pt-2">
      <h2 className="font-bold">Where it ended round the place meant</h2>
      <div className="mt-2 grid grid-cols-1 gap-4 sm:grid-cols-3 lg:grid-cols-4">
        {roses.map((one) => (
          <Drawing key={one.band.code} rose={one} words={words(one)} far={far} units={units} />
        ))}
      </div>
      <p className="quiet mt-2 max-w-prose text-sm">
        The cue ball arrives from below, the place meant is the middle. Each dot is a shot: click it to open
        it. The arrow is the bias, the band round its tip holds the true one 19 times in 20; dotted: one
        standard deviation.
        {asked.series.length > 1 ? ` The first player's misses.` : ""}
        {data.total > data.shown ? ` The newest ${data.shown} of ${data.total} are drawn.` : ""}
      </p>
    </section>
  );
}

function Drawing({ rose, words, far, units }: { rose: Rose; words: string; far: number; units: Units }) {
  const navigate = useNavigate();
  const bias =
    rose.along === null || rose.across === null ? null : { along: rose.along, across: rose.across };
  const tip = bias && placed(bias, far);
  return (
    <figure>
      <figcaption className="text-sm">
        <b>{words}</b> <span className="quiet num text-xs">n {rose.n}</span>
      </figcaption>
      <SavePicture words={`Where it ended, ${words}`}>
        <svg
          viewBox={`${-HALF} ${-HALF} ${2 * HALF} ${2 * HALF}`}
          className="block w-full max-w-72"
          role="img"
          aria-label={said(rose, words, units)}
        >
          {rings(far).map((ring) => (
            <g key={ring}>
              <circle r={drawn(ring, far)} fill="none" stroke="currentColor" strokeOpacity={0.25} />
              <text
                x={2}
                y={-drawn(ring, far) - 2}
                className="num"
                style={{ fontSize: 8 }}
                fill="currentColor"
              >
                {length(ring, units)}
              </text>
            </g>
          ))}
          <line x1={0} x2={0} y1={-HALF} y2={HALF} stroke="currentColor" strokeOpacity={0.25} />
          <line x1={-HALF} x2={HALF} y1={0} y2={0} stroke="currentColor" strokeOpacity={0.25} />
          {rose.misses.map((miss) => {
            const { x, y, outside } = placed(miss, far);
            const to = `/recordings/${miss.recording}/racks/${miss.rack}/shots/${miss.shot}`;
            return (
              <circle
                key={to}
                cx={x}
                cy={y}
                r={2.1}
                fill={outside ? "none" : "currentColor"}
                stroke="currentColor"
                strokeWidth={outside ? 0.8 : 0}
                fillOpacity={0.55}
                className="cursor-pointer"
                onClick={() => navigate(to)}
              >
                <title>
                  {outcome(miss.along, miss.across, units)}
                  {outside ? ", beyond the edge" : ""}
                </title>
              </circle>
            );
          })}
          {bias && tip && (
            <g>
              {rose.spread && (
                <Ring
                  ellipse={rose.spread}
                  at={tip}
                  far={far}
                  stroke="currentColor"
                  dash="1.5 2.5"
                  fill="none"
                />
              )}
              {rose.region && (
                <Ring
                  ellipse={rose.region}
                  at={tip}
                  far={far}
                  stroke="none"
                  dash=""
                  fill="var(--color-primary)"
                />
              )}
              <line x1={0} y1={0} x2={tip.x} y2={tip.y} stroke="var(--color-primary)" strokeWidth={2.5} />
              <circle cx={tip.x} cy={tip.y} r={3} fill="var(--color-primary)" />
            </g>
          )}
        </svg>
      </SavePicture>
      <p className="text-xs">{bias ? outcome(bias.along, bias.across, units) : ""}</p>
      <p className="quiet text-xs">{followed(rose)}</p>
    </figure>
  );
}

type RingProps = {
  ellipse: NonNullable<Rose["spread"]>;
  at: { x: number; y: number };
  far: number;
  stroke: string;
  dash: string;
  fill: string;
};

/** An ellipse whose angle is counted to the left from the arrival, which points up. */
const Ring = ({ ellipse, at, far, stroke, dash, fill }: RingProps) => (
  <ellipse
    rx={drawn(ellipse.minor, far)}
    ry={drawn(ellipse.major, far)}
    transform={`translate(${at.x} ${at.y}) rotate(${-ellipse.angle})`}
    fill={fill}
    fillOpacity={0.25}
    stroke={stroke}
    strokeDasharray={dash || undefined}
  />
);

const outcome = (along: number, across: number, units: Units): string =>
  `${length(Math.abs(along), units)} ${along < 0 ? "short" : "long"}, ${length(Math.abs(across), units)} ${across < 0 ? "right" : "left"}`;

const said = (rose: Rose, words: string, units: Units): string =>
  `${words}: ${rose.n} misses${rose.along === null || rose.across === null ? "" : `, on average ${outcome(rose.along, rose.across, units)}`}`;

const FEW = 0.05;

/** Whether misses follow one another to one side more than by chance. */
function followed(rose: Rose): string {
  const told = (
    [
      [rose.lengths, "long or short"],
      [rose.sides, "to one side"],
    ] as const
  ).flatMap(([runs, how]) =>
    runs && runs.chance < FEW ? [`Misses follow each other ${how}: up to ${runs.longest} in a row`] : [],
  );
  if (told.length) return told.join(". ");
  return rose.lengths ? "Misses do not follow each other more than by chance" : "";
}

/** How the lead went, a step a rack: above the line for the first player. */
import { Link } from "react-router";
import type { Sheet } from "../api/types";

const HIGH = 46;

export function LeadLine({ sheet, recording }: { sheet: Sheet; recording: number }) {
  const [first, second] = sheet.players;
  if (!first || !second) return null;
  const most = Math.max(1, ...sheet.racks.map((rack) => Math.abs(rack.lead)));
  const wide = 100 / sheet.racks.length;
  const y = (lead: number) => HIGH - (lead / most) * (HIGH - 8);
  const what = sheet.lead_in_points ? "points" : "racks";
  return (
    <figure className="mt-3">
      <div className="relative">
        <svg
          className="block w-full"
          height={2 * HIGH}
          viewBox={`0 0 100 ${2 * HIGH}`}
          preserveAspectRatio="none"
          role="img"
          aria-label={`Lead of ${first.player.name} after each rack: ${sheet.racks.map((r) => r.lead).join(", ")} ${what}`}
        >
          <line
            x1={0}
            x2={100}
            y1={HIGH}
            y2={HIGH}
            stroke="currentColor"
            strokeOpacity={0.35}
            vectorEffect="non-scaling-stroke"
          />
          <path
            d={`M0 ${HIGH} ${sheet.racks.map((r, i) => `L${i * wide} ${y(r.lead)} L${(i + 1) * wide} ${y(r.lead)}`).join(" ")}`}
            fill="none"
            stroke="currentColor"
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        {sheet.racks.map((rack, i) => (
          <Link
            key={rack.number}
            className="num quiet absolute text-xs no-underline hover:underline"
            style={{
              left: `${(i + 0.5) * wide}%`,
              top: y(rack.lead) + (rack.lead < 0 ? 3 : -17),
              transform: "translateX(-50%)",
            }}
            to={`/recordings/${recording}/racks/${rack.number}`}
            aria-label={`${Math.abs(rack.lead)} after rack ${rack.number}`}
          >
            {Math.abs(rack.lead)}
          </Link>
        ))}
      </div>
      <figcaption className="quiet text-xs">
        Lead in {what} after each rack: above the line {first.player.name}, below it {second.player.name}.
      </figcaption>
    </figure>
  );
}

/** The recording as a strip: parts solid, what was not filmed hatched, shots as bars, now as a line. */
import { useRef, type PointerEvent } from "react";
import { endOf, frameClock, gaps, type Part } from "./clock";
import { seekClock } from "./control";

export type Marked = { number: number; start: number; end: number | null };

type Props = {
  parts: Part[];
  from: number;
  to: number;
  now: number;
  marked: Marked[];
  current: number;
  label: string;
  thick?: boolean;
};

const WIDE = 1000;

export function Strip({ parts, from, to, now, marked, current, label, thick = false }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const high = thick ? 26 : 14;
  const x = (clock: number) => ((clock - from) / Math.max(to - from, 0.001)) * WIDE;
  const drag = (event: PointerEvent) => {
    if (event.type === "pointermove" && !(event.buttons & 1)) return;
    const box = svg.current?.getBoundingClientRect();
    if (!box) return;
    svg.current?.setPointerCapture(event.pointerId);
    const share = Math.max(0, Math.min(1, (event.clientX - box.left) / box.width));
    seekClock(from + share * (to - from));
  };
  const inside = (a: number, b: number) => b > from && a < to;
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${WIDE} ${high}`}
      preserveAspectRatio="none"
      className={`block w-full cursor-pointer touch-none ${thick ? "h-[26px]" : "h-3.5"}`}
      role="slider"
      tabIndex={-1}
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={Math.round(to)}
      aria-valuenow={Math.round(now)}
      aria-valuetext={frameClock(now)}
      onPointerDown={drag}
      onPointerMove={drag}
    >
      {parts
        .filter((p) => inside(p.starts, endOf(p)))
        .map((p) => (
          <rect
            key={p.id}
            x={x(Math.max(p.starts, from))}
            width={x(Math.min(endOf(p), to)) - x(Math.max(p.starts, from))}
            y={high * 0.3}
            height={high * 0.4}
            fill="var(--color-base-300)"
          />
        ))}
      {gaps(parts)
        .filter((g) => inside(g.from, g.to))
        .map((g) => (
          <line
            key={g.from}
            x1={x(Math.max(g.from, from))}
            x2={x(Math.min(g.to, to))}
            y1={high / 2}
            y2={high / 2}
            stroke="currentColor"
            strokeOpacity={0.6}
            strokeWidth={high * 0.4}
            strokeDasharray="3 9"
            data-mark="gap"
          />
        ))}
      {marked
        .filter((m) => inside(m.start, m.end ?? m.start))
        .map((m) => (
          <rect
            key={m.number}
            x={x(m.start)}
            width={Math.max(x(m.end ?? m.start) - x(m.start), 3)}
            y={m.number === current ? high * 0.08 : high * 0.3}
            height={m.number === current ? high * 0.84 : high * 0.4}
            fill={m.number === current ? "var(--color-primary)" : "currentColor"}
            fillOpacity={m.number === current ? 0.85 : 0.55}
          />
        ))}
      <line
        x1={x(now)}
        x2={x(now)}
        y1={0}
        y2={high}
        stroke="currentColor"
        strokeWidth={4}
        vectorEffect="non-scaling-stroke"
        style={{ strokeWidth: 2 }}
      />
    </svg>
  );
}

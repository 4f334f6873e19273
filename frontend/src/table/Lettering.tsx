/** Words or a number on the table, with a halo of cloth so that lines under them do not run through. */
import type { ReactNode } from "react";

type Props = {
  /** Place on the drawing, mm from its upper left. */
  x: number;
  y: number;
  /** Height of the letters, mm. */
  size: number;
  halo?: number;
  /** Figures are set in their own face, and stand in the middle of the place. */
  number?: boolean;
  middle?: boolean;
  italic?: boolean;
  ink?: string;
  children: ReactNode;
};

export function Lettering(props: Props) {
  const { x, y, size, halo = size * 0.4, number = false, middle = number, italic = false } = props;
  return (
    <text
      x={x}
      y={y}
      dy={middle ? "0.35em" : undefined}
      textAnchor="middle"
      className={number ? "num" : undefined}
      style={{ fontSize: size, fontStyle: italic ? "italic" : undefined }}
      fill={props.ink ?? "var(--table-ink)"}
      stroke="var(--cloth)"
      strokeWidth={halo}
      paintOrder="stroke"
    >
      {props.children}
    </text>
  );
}

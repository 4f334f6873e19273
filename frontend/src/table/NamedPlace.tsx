/** A ring with its name beside it, where the name lies on no ball. */
import type { Place, Places, TableView } from "../api/types";
import { beside } from "./beside";
import { Lettering } from "./Lettering";

type Props = {
  table: TableView;
  place: Place;
  word: string;
  /** Radius of the ring, mm. */
  ring: number;
  dashed?: boolean;
  balls: Places;
};

export function NamedPlace({ table, place, word, ring, dashed = false, balls }: Props) {
  const size = table.length * 0.016;
  const [x, y] = beside(table, place, word, size, ring * 1.15, balls);
  return (
    <g pointerEvents="none">
      <circle
        cx={place[0]}
        cy={table.width - place[1]}
        r={ring}
        fill="none"
        stroke="var(--table-ink)"
        strokeWidth={4}
        strokeDasharray={dashed ? "2 9" : undefined}
      />
      <Lettering x={x} y={table.width - y} size={size} middle>
        {word}
      </Lettering>
    </g>
  );
}

/** The table without balls: cushions, pockets at their real openings, sights, spot and string. */
import { memo } from "react";
import type { TableView } from "../api/types";
import { CUSHION, FRAME } from "./geometry";

type Props = { table: TableView; plain?: boolean };

export const TableBed = memo(function TableBed({ table, plain = false }: Props) {
  const { length: L, width: W } = table;
  const flip = (y: number) => W - y;
  const edge = CUSHION + FRAME;
  const sights = [];
  for (let i = 1; i < 8; i += 1) if (i !== 4) sights.push([i * table.diamond, -CUSHION - FRAME / 2], [i * table.diamond, W + CUSHION + FRAME / 2]);
  for (let i = 1; i < 4; i += 1) sights.push([-CUSHION - FRAME / 2, (i * W) / 4], [L + CUSHION + FRAME / 2, (i * W) / 4]);
  return (
    <g>
      <rect x={-edge} y={-edge} width={L + 2 * edge} height={W + 2 * edge} rx={60} fill="var(--cushion)" />
      <rect x={-CUSHION} y={-CUSHION} width={L + 2 * CUSHION} height={W + 2 * CUSHION} fill="var(--cloth-deep)" />
      <rect x={0} y={0} width={L} height={W} fill="var(--cloth)" />
      <rect x={0} y={0} width={L} height={W} fill="none" stroke="var(--cushion)" strokeWidth={5} />
      {table.pockets.map((pocket) => {
        const [a, b] = pocket.points as [[number, number], [number, number]];
        const left = pocket.name.endsWith("left");
        const mouth = Math.hypot(a[0] - b[0], a[1] - b[1]);
        const out = pocket.side ? [0, left ? 1 : -1] : [pocket.name.startsWith("head") ? -1 : 1, left ? 1 : -1];
        const scale = Math.hypot(out[0] ?? 0, out[1] ?? 0);
        const back = pocket.side ? 62 : 74;
        const cx = pocket.mouth[0] + ((out[0] ?? 0) / scale) * back;
        const cy = pocket.mouth[1] + ((out[1] ?? 0) / scale) * back;
        const wide = mouth * 0.5;
        return (
          <g key={pocket.name}>
            <path
              d={`M${a[0]},${flip(a[1])} L${b[0]},${flip(b[1])} L${cx + (b[0] - pocket.mouth[0]) * 0.8},${flip(cy + (b[1] - pocket.mouth[1]) * 0.8)} L${cx + (a[0] - pocket.mouth[0]) * 0.8},${flip(cy + (a[1] - pocket.mouth[1]) * 0.8)} Z`}
              fill="var(--hole)" stroke="var(--hole)" strokeWidth={4}
            />
            <circle cx={cx} cy={flip(cy)} r={wide} fill="var(--hole)" />
          </g>
        );
      })}
      {!plain && (
        <>
          {sights.map(([x, y]) => (
            <circle key={`${x},${y}`} cx={x} cy={y} r={8} fill="var(--sight)" />
          ))}
          <line x1={table.head_string} x2={table.head_string} y1={0} y2={W} stroke="var(--table-ink)" strokeOpacity={0.28} strokeWidth={3} />
          <circle cx={table.foot_spot[0]} cy={flip(table.foot_spot[1])} r={7} fill="var(--table-ink)" fillOpacity={0.45} />
          <circle cx={table.head_string} cy={W / 2} r={5} fill="var(--table-ink)" fillOpacity={0.3} />
        </>
      )}
    </g>
  );
});

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
  for (let i = 1; i < 8; i += 1)
    if (i !== 4)
      sights.push([i * table.diamond, -CUSHION - FRAME / 2], [i * table.diamond, W + CUSHION + FRAME / 2]);
  for (let i = 1; i < 4; i += 1)
    sights.push([-CUSHION - FRAME / 2, (i * W) / 4], [L + CUSHION + FRAME / 2, (i * W) / 4]);
  return (
    <g>
      <rect x={-edge} y={-edge} width={L + 2 * edge} height={W + 2 * edge} rx={60} fill="var(--cushion)" />
      <rect
        x={-CUSHION}
        y={-CUSHION}
        width={L + 2 * CUSHION}
        height={W + 2 * CUSHION}
        fill="var(--cloth-deep)"
      />
      <rect x={0} y={0} width={L} height={W} fill="var(--cloth)" />
      <rect x={0} y={0} width={L} height={W} fill="none" stroke="var(--cushion)" strokeWidth={5} />
      {table.pockets.map((pocket) => {
        const [a, b] = pocket.points as [[number, number], [number, number]];
        const left = pocket.name.endsWith("left");
        const mouth = Math.hypot(a[0] - b[0], a[1] - b[1]);
        const out = pocket.side
          ? [0, left ? 1 : -1]
          : [pocket.name.startsWith("head") ? -1 : 1, left ? 1 : -1];
        const scale = Math.hypot(out[0] ?? 0, out[1] ?? 0);
        const [ox, oy] = [(out[0] ?? 0) / scale, (out[1] ?? 0) / scale];
        const hole = mouth * (pocket.side ? 0.4 : 0.47);
        const back = pocket.side ? CUSHION + FRAME - hole - 4 : CUSHION * 1.05;
        const centre = [pocket.mouth[0] + ox * back, pocket.mouth[1] + oy * back] as const;
        // The facings run from the cushion points towards the hole.
        const facing = (p: [number, number]) => {
          const away = [p[0] - pocket.mouth[0], p[1] - pocket.mouth[1]] as const;
          const keep = hole / (mouth / 2);
          return `${centre[0] + away[0] * keep},${flip(centre[1] + away[1] * keep)}`;
        };
        return (
          <g key={pocket.name}>
            <path
              d={`M${a[0]},${flip(a[1])} L${b[0]},${flip(b[1])} L${facing(b)} L${facing(a)} Z`}
              fill="var(--cloth)"
              stroke="var(--cushion)"
              strokeWidth={5}
            />
            <line
              x1={a[0]}
              y1={flip(a[1])}
              x2={b[0]}
              y2={flip(b[1])}
              stroke="var(--cloth)"
              strokeWidth={9}
            />
            <circle cx={centre[0]} cy={flip(centre[1])} r={hole} fill="var(--hole)" />
          </g>
        );
      })}
      {!plain && (
        <>
          {table.sights &&
            sights.map(([x, y]) => <circle key={`${x},${y}`} cx={x} cy={y} r={8} fill="var(--sight)" />)}
          <line
            x1={table.head_string}
            x2={table.head_string}
            y1={0}
            y2={W}
            stroke="var(--table-ink)"
            strokeOpacity={0.28}
            strokeWidth={3}
          />
          {table.d_radius !== null && (
            <path
              d={`M${table.head_string},${W / 2 - table.d_radius} a${table.d_radius},${table.d_radius} 0 0 0 0,${2 * table.d_radius}`}
              fill="none"
              stroke="var(--table-ink)"
              strokeOpacity={0.28}
              strokeWidth={3}
            />
          )}
          {table.spots.map(([x, y]) => (
            <circle
              key={`spot${x},${y}`}
              cx={x}
              cy={flip(y)}
              r={6}
              fill="var(--table-ink)"
              fillOpacity={0.35}
            />
          ))}
          {!table.spots.length && (
            <circle
              cx={table.foot_spot[0]}
              cy={flip(table.foot_spot[1])}
              r={7}
              fill="var(--table-ink)"
              fillOpacity={0.45}
            />
          )}
          {!table.spots.length && (
            <circle cx={table.head_string} cy={W / 2} r={5} fill="var(--table-ink)" fillOpacity={0.3} />
          )}
        </>
      )}
    </g>
  );
});

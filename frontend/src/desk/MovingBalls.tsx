/** The balls of a strike being played, moved each frame. */
import { useEffect, useState } from "react";
import type { Places, TableView } from "../api/types";
import { Ball } from "../table/Ball";
import { fallen, placeAt } from "../table/paths";
import { elapsed, stop, usePlaying } from "../rack/playing";
import { inOrder } from "../rack/rackDoc";
import { Lettering } from "../table/Lettering";

const AFTER = 0.7; // s at the end before the table returns to the layout

export function MovingBalls({ table, before }: { table: TableView; before: Places }) {
  const playing = usePlaying((s) => s.playing);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (!playing) return;
    let frame = requestAnimationFrame(function step(time) {
      setNow(time);
      if (elapsed(playing, time) > playing.seconds + AFTER * playing.rate) stop();
      else frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing]);
  if (!playing) return null;
  const t = Math.max(0, elapsed(playing, Math.max(now, playing.started)));
  return (
    <g data-testid="moving" data-seconds={t.toFixed(2)}>
      {inOrder(Object.keys(before)).map((ball) => {
        const path = playing.paths.find((p) => p.ball === ball);
        if (path && fallen(path, t)) return null;
        return (
          <Ball
            key={ball}
            table={table}
            ball={ball}
            at={path ? placeAt(path.points, t) : (before[ball] ?? [0, 0])}
          />
        );
      })}
      <Lettering x={table.length / 2} y={table.width - 110} size={44} halo={10} ink="var(--mark-line)">
        {Math.min(t, playing.seconds).toFixed(1)} s of {playing.seconds.toFixed(1)} s
        {playing.rate < 1 ? `, at ${Math.round(playing.rate * 100)} %` : ""}
      </Lettering>
    </g>
  );
}

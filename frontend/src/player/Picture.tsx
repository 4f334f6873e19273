/** The picture: a video element for each part, the one in hand shown, drawings of the shot over it. */
import { useEffect, useRef, useState, type PointerEvent } from "react";
import type { Drawing, Place } from "../api/types";
import { usePencil } from "../drawing/pencil";
import { drawingOf } from "../drawing/strokes";
import { Wax } from "../drawing/Wax";
import type { Part } from "./clock";
import { attach } from "./control";
import { usePlayer } from "./playerStore";

/** Share of the picture that the eye forgives in a stroke. */
const OFF = 0.004;

export function Picture({ drawings, draw }: { drawings: Drawing[]; draw: (made: Drawing) => void }) {
  const parts = usePlayer((s) => s.parts);
  const at = usePlayer((s) => s.at);
  const problem = usePlayer((s) => s.problem);
  const part = parts[at?.part ?? 0];
  if (!part) return null;
  const ratio = part.width / part.height;
  return (
    <div
      className="sized relative grid h-full w-full place-items-center overflow-hidden"
      data-testid="picture"
      data-frame={at?.frame}
      data-part={at?.part}
    >
      <div
        className="relative bg-black"
        style={{ aspectRatio: ratio, width: `min(100cqw, 100cqh * ${ratio})` }}
      >
        {parts.map((one, index) => (
          <Film key={one.id} part={one} shown={index === (at?.part ?? 0)} />
        ))}
        <Over width={part.width} height={part.height} drawings={drawings} draw={draw} />
      </div>
      {problem && (
        <p role="alert" className="bg-base-100 absolute inset-x-2 bottom-2 px-2 py-1 text-sm">
          {problem}
        </p>
      )}
    </div>
  );
}

function Film({ part, shown }: { part: Part; shown: boolean }) {
  const element = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    const video = element.current;
    return video ? attach(part, video) : undefined;
  }, [part]);
  return (
    <video
      ref={element}
      src={`/api/videos/${part.id}/file`}
      preload="auto"
      muted
      playsInline
      disablePictureInPicture
      aria-label={`Recording, ${part.name}`}
      className={`absolute inset-0 h-full w-full ${shown ? "" : "invisible"}`}
    />
  );
}

type OverProps = { width: number; height: number; drawings: Drawing[]; draw: (made: Drawing) => void };

/** What is drawn on the picture, and the pencil. Points are shares of width and height. */
function Over({ width, height, drawings, draw }: OverProps) {
  const { pencil, hidden } = usePencil();
  const svg = useRef<SVGSVGElement>(null);
  const [stroke, setStroke] = useState<Place[]>([]);
  const placeOf = (event: PointerEvent): Place => {
    const box = svg.current?.getBoundingClientRect();
    return box ? [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height] : [0, 0];
  };
  const finish = () => {
    const made = pencil && stroke.length > 1 ? drawingOf("picture", pencil, stroke, OFF) : null;
    setStroke([]);
    if (made) draw(made);
  };
  const drawn: Drawing[] =
    pencil && stroke.length > 1 ? [...drawings, { on: "picture", kind: pencil, points: stroke }] : drawings;
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      className={`absolute inset-0 h-full w-full touch-none ${pencil ? "cursor-crosshair" : "pointer-events-none"}`}
      role="img"
      aria-label="Drawn on the picture"
      onPointerDown={(e) => {
        if (!pencil) return;
        svg.current?.setPointerCapture(e.pointerId);
        setStroke([placeOf(e)]);
      }}
      onPointerMove={(e) => stroke.length && setStroke([...stroke, placeOf(e)])}
      onPointerUp={finish}
      onPointerCancel={() => setStroke([])}
    >
      {!hidden && (
        <Wax drawings={drawn} on="picture" to={([x, y]) => [x * width, y * height]} broad={width * 0.009} />
      )}
    </svg>
  );
}

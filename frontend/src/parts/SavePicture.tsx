/** A drawing with buttons that save it as a picture. */
import { useRef, useState } from "react";
import { fileName, savePicture } from "./picture";

export function SavePicture({ words, children }: { words: string; children: React.ReactNode }) {
  const held = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState(false);
  const save = async (kind: "svg" | "png") => {
    const drawing = held.current?.querySelector("svg");
    setFailed(false);
    try {
      if (drawing) await savePicture(drawing, fileName(words), kind);
    } catch {
      setFailed(true);
    }
  };
  return (
    <div>
      <div ref={held}>{children}</div>
      <p className="quiet text-xs print:hidden">
        Save the picture:{" "}
        {(["svg", "png"] as const).map((kind) => (
          <button
            key={kind}
            type="button"
            className="mr-2 underline"
            aria-label={`Save ${words} as ${kind.toUpperCase()}`}
            onClick={() => void save(kind)}
          >
            {kind.toUpperCase()}
          </button>
        ))}
        {failed && <span role="alert">it could not be drawn: save it as SVG instead</span>}
      </p>
    </div>
  );
}

/** How far the work on a rack is, with the button that asks for it and the one that takes it back. */
import { useState } from "react";
import type { Story } from "../api/types";
import { Problem } from "../shell/Problem";
import { Stop } from "../shell/Stop";

type Props = { story: Story; analyse: () => Promise<void>; cancel: () => Promise<void> };

export function AskFor({ story, analyse, cancel }: Props) {
  const [error, setError] = useState<unknown>(null);
  const tell = (work: Promise<void>) => void work.then(() => setError(null), setError);
  const { possible, done, wanted, failed } = story;
  if (possible === 0)
    return (
      <p className="quiet text-sm">
        Nothing to work out in this rack:{" "}
        {story.shots.find((shot) => shot.reason)?.reason ?? "no shots yet"}.
      </p>
    );
  return (
    <div className="text-sm">
      {error ? <Problem error={error} /> : null}
      {wanted > 0 ? (
        <p role="status">
          <progress
            className="progress progress-primary mr-2 w-24 align-middle"
            value={done}
            max={possible}
          />
          <span className="num">{done}</span> of <span className="num">{possible}</span> shots worked out{" "}
          <Stop stop={cancel} tell={tell} />
        </p>
      ) : done + failed < possible ? (
        <p>
          <button type="button" className="text-primary underline" onClick={() => tell(analyse())}>
            {done ? `Work out the other ${possible - done} shots` : "Work out the chances of this rack"}
          </button>
        </p>
      ) : failed > 0 ? (
        <p>
          <span className="num">{failed}</span> {failed === 1 ? "shot" : "shots"} could not be worked out.{" "}
          <button type="button" className="text-primary underline" onClick={() => tell(analyse())}>
            Try again
          </button>
        </p>
      ) : null}
    </div>
  );
}

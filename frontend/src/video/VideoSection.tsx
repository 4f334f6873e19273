/** The recording's video: its parts on one clock, files being added, and the log as WebVTT. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { api, take } from "../api/client";
import { videoQuery } from "../api/queries";
import type { RecordingView, VideoIntake, VideoPart } from "../api/types";
import { Problem } from "../shell/Problem";
import { clock, seconds, size } from "../units/units";
import { FromFolder } from "./FromFolder";
import { giveUp, goOn, pause, playable, putAway, send, useSending, type Sending } from "./sending";
import { VttPanel } from "./VttPanel";

export function VideoSection({ recording }: { recording: RecordingView }) {
  const video = useQuery(videoQuery(recording.id));
  const queries = useQueryClient();
  const [error, setError] = useState<unknown>(null);
  const [removed, setRemoved] = useState<VideoPart | null>(null);
  const sending = useSending((s) => s.all).filter((one) => one.recording === recording.id);
  const again = () => queries.invalidateQueries({ queryKey: ["video", recording.id] });
  const act = async (what: () => Promise<unknown>) => {
    setError(null);
    try {
      await what();
    } catch (problem) {
      setError(problem);
    }
    await again();
  };
  if (video.error) return <Problem error={video.error} />;
  if (!video.data) return <p className="quiet">Looking for the video…</p>;
  const { parts, intakes, codecs, folder } = video.data;
  const plays = playable(codecs);
  const add = (files: FileList | null) =>
    [...(files ?? [])].forEach((file) => void send(recording.id, file, plays, () => void again()));
  const refuse = (id: string) =>
    act(() => take(api.DELETE("/api/video-intakes/{intake}", { params: { path: { intake: id } } })));
  return (
    <section aria-label="Video" className="mt-8">
      <h2 className="text-lg font-bold">Video</h2>
      {error ? <Problem error={error} /> : null}
      {removed && (
        <p role="status" className="bg-base-200 my-2 px-3 py-2">
          <span translate="no">{removed.name}</span> is taken out; the log keeps its marks.{" "}
          <button
            type="button"
            className="text-primary underline"
            onClick={() =>
              void act(async () => {
                await putBack(removed);
                setRemoved(null);
              })
            }
          >
            Put it back
          </button>
        </p>
      )}
      {parts.length > 0 && (
        <PartTable
          parts={parts}
          move={(part, starts_at_s) => act(() => changed(part, starts_at_s))}
          remove={(part) =>
            act(async () => {
              await takenOut(part);
              setRemoved(part);
            })
          }
        />
      )}
      <Arriving
        sending={sending}
        intakes={intakes}
        again={() => void again()}
        refuse={(id) => void refuse(id)}
      />
      <div className="mt-3 flex flex-wrap items-center gap-4 text-sm">
        <label className="btn btn-sm">
          Add a video file
          <input
            type="file"
            multiple
            accept="video/*,.mkv"
            className="sr-only"
            aria-label="Add a video file"
            onChange={(e) => {
              add(e.target.files);
              e.target.value = "";
            }}
          />
        </label>
        {folder && (
          <FromFolder
            add={(file) =>
              act(() =>
                take(
                  api.POST("/api/recordings/{recording_id}/video", {
                    params: { path: { recording_id: recording.id } },
                    body: { file, plays },
                  }),
                ),
              )
            }
          />
        )}
      </div>
      <p className="quiet mt-2 text-sm">
        WebM, MP4 or Ogg; several files become parts on one clock. Those filmed should have agreed to it;
        for a minor, a guardian too.
      </p>
      {parts.length > 0 && <VttPanel recording={recording} parts={parts} />}
    </section>
  );
}

const changed = (part: VideoPart, starts_at_s: number) =>
  take(api.PUT("/api/videos/{part_id}", { params: { path: { part_id: part.id } }, body: { starts_at_s } }));
const takenOut = (part: VideoPart) =>
  take(api.DELETE("/api/videos/{part_id}", { params: { path: { part_id: part.id } } }));
const putBack = (part: VideoPart) =>
  take(api.POST("/api/videos/{part_id}/restore", { params: { path: { part_id: part.id } } }));

type TableProps = {
  parts: VideoPart[];
  move: (part: VideoPart, starts: number) => Promise<void>;
  remove: (part: VideoPart) => Promise<void>;
};

function PartTable({ parts, move, remove }: TableProps) {
  return (
    <table className="mt-2 w-full text-left text-sm">
      <thead className="quiet">
        <tr className="rule border-b">
          <th className="py-1">Part</th>
          <th>Starts at</th>
          <th>Lasts</th>
          <th className="hidden sm:table-cell">Picture</th>
          <th className="hidden text-right sm:table-cell">Size</th>
          <th>
            <span className="sr-only">Take out</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {parts.map((part, i) => (
          <PartRow
            key={part.id}
            part={part}
            before={i ? (parts[i - 1] ?? null) : null}
            move={(starts) => move(part, starts)}
            remove={() => remove(part)}
          />
        ))}
      </tbody>
    </table>
  );
}

type ArrivingProps = {
  sending: Sending[];
  intakes: VideoIntake[];
  again: () => void;
  refuse: (id: string) => void;
};

/** Files on their way, by what they wait for: this browser, the look at their frames, or somebody to go on. */
function Arriving({ sending, intakes, again, refuse }: ArrivingProps) {
  return (
    <>
      {sending.map((one) =>
        one.state === "refused" ? (
          <Coming key={one.key} name={one.name} share={null} words={one.words} loud>
            <Do run={() => putAway(one)}>put away</Do>
          </Coming>
        ) : (
          <Coming
            key={one.key}
            name={one.name}
            share={one.sent / one.bytes}
            words={
              one.words ||
              `${one.state === "paused" ? "paused, " : ""}${size(one.sent)} of ${size(one.bytes)}`
            }
            loud={one.state === "broken"}
          >
            {one.state === "sending" ? (
              <Do run={() => void pause(one)}>pause</Do>
            ) : (
              <Do run={() => goOn(one)}>go on</Do>
            )}
            <Do run={() => void giveUp(one).then(again)}>give up</Do>
          </Coming>
        ),
      )}
      {intakes
        .filter((intake) => intake.state === "checking")
        .map((intake) => (
          <Coming
            key={intake.id}
            name={intake.name}
            share={intake.examined}
            words="reading every frame's time"
          >
            <Do run={() => refuse(intake.id)}>give up</Do>
          </Coming>
        ))}
      {intakes
        .filter((intake) => intake.state === "refused")
        .map((intake) => (
          <Coming key={intake.id} name={intake.name} share={null} words={intake.words} loud>
            <Do run={() => refuse(intake.id)}>put away</Do>
          </Coming>
        ))}
      {intakes
        .filter(
          (intake) =>
            intake.state === "receiving" &&
            !sending.some((s) => s.name === intake.name && s.bytes === intake.bytes),
        )
        .map((intake) => (
          <Coming
            key={intake.id}
            name={intake.name}
            share={intake.arrived / intake.bytes}
            words={`stopped at ${size(intake.arrived)} of ${size(intake.bytes)}: choose the same file again to go on`}
          >
            <Do run={() => refuse(intake.id)}>give up</Do>
          </Coming>
        ))}
    </>
  );
}

const Do = ({ run, children }: { run: () => void; children: ReactNode }) => (
  <button type="button" className="text-primary underline" onClick={run}>
    {children}
  </button>
);

function PartRow({
  part,
  before,
  move,
  remove,
}: {
  part: VideoPart;
  before: VideoPart | null;
  move: (starts: number) => Promise<void>;
  remove: () => Promise<void>;
}) {
  const gap = before ? part.starts_at_s - before.starts_at_s - before.seconds : 0;
  const shown = clock(part.starts_at_s);
  return (
    <>
      {gap > 0.05 && (
        <tr>
          <td colSpan={6} className="quiet py-1 text-center">
            nothing filmed for {clock(gap)}
          </td>
        </tr>
      )}
      <tr className="rule border-b">
        <td className="max-w-56 truncate py-1.5" translate="no" title={part.name}>
          {part.name}
        </td>
        <td>
          <span className="inline-block w-20">
            <input
              key={shown}
              className="plain num"
              aria-label={`Where ${part.name} starts, minutes and seconds`}
              defaultValue={shown}
              onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
              onBlur={(e) => {
                const read = seconds(e.currentTarget.value);
                if (read === null) e.currentTarget.value = shown;
                else if (e.currentTarget.value.trim() !== shown) void move(read);
              }}
            />
          </span>
        </td>
        <td className="num">{clock(part.seconds)}</td>
        <td className="hidden sm:table-cell">
          <span className="num">
            {part.width} × {part.height}
          </span>{" "}
          {part.codec}
        </td>
        <td className="hidden text-right sm:table-cell">{size(part.bytes)}</td>
        <td className="text-right">
          <button
            type="button"
            className="text-primary underline"
            aria-label={`take out ${part.name}`}
            onClick={() => void remove()}
          >
            take out
          </button>
        </td>
      </tr>
      {part.missing && (
        <tr>
          <td colSpan={6} className="text-warning py-1">
            ▲ The file is not where it was: put it back, or take this part out and add it again.
          </td>
        </tr>
      )}
    </>
  );
}

function Coming({
  name,
  share,
  words,
  loud = false,
  children,
}: {
  name: string;
  share: number | null;
  words: string;
  loud?: boolean;
  children: ReactNode;
}) {
  return (
    <div className="rule flex flex-wrap items-center gap-x-3 border-b py-2 text-sm" data-testid="coming">
      <span className="max-w-56 truncate" translate="no">
        {name}
      </span>
      {share !== null && (
        <progress
          className="progress progress-primary w-40"
          value={share}
          max={1}
          aria-label={`How much of ${name} is done`}
        />
      )}
      {share !== null && <span className="num">{Math.floor(share * 100)} %</span>}
      <span role={loud ? "alert" : undefined} className={loud ? "text-error" : "quiet"}>
        {words}
      </span>
      <span className="ml-auto flex gap-3">{children}</span>
    </div>
  );
}

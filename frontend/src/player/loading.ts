/** Loads a recording's video: its parts, then the times of their frames. */
import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { videoQuery } from "../api/queries";
import { spotAt, type Part } from "./clock";
import { usePlayer } from "./playerStore";

export function useVideo(recording: number): void {
  const { data } = useQuery({ ...videoQuery(recording), enabled: recording > 0 });
  useEffect(() => {
    let here = true;
    const there = data?.parts.filter((part) => !part.missing) ?? [];
    const gone = data?.parts.filter((part) => part.missing) ?? [];
    const problem = gone.length
      ? `${gone.map((part) => part.name).join(", ")}: the file is not where it was`
      : "";
    const known = new Map(usePlayer.getState().parts.map((part) => [part.id, part.frames]));
    void Promise.all(
      there.map(async (part): Promise<Part> => ({
        id: part.id,
        name: part.name,
        starts: part.starts_at_s,
        seconds: part.seconds,
        width: part.width,
        height: part.height,
        frames:
          known.get(part.id) ??
          new Uint32Array(await (await fetch(`/api/videos/${part.id}/frames`)).arrayBuffer()),
      })),
    ).then(
      (parts) => {
        if (!here) return;
        const { at, recording: before } = usePlayer.getState();
        const stays = before === recording && at && at.part < parts.length;
        usePlayer.setState({
          recording,
          parts,
          problem,
          ...(stays ? { at } : { at: spotAt(parts, 0), along: "" }),
        });
      },
      () =>
        here &&
        usePlayer.setState({
          recording,
          parts: [],
          at: null,
          along: "",
          problem: "the recording's video does not load: reload the page",
        }),
    );
    return () => {
      here = false;
    };
  }, [data, recording]);
}

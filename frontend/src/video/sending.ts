/** Uploads under way, by the open tus protocol: in pieces, with progress, going on after a break. */
import { Upload, DetailedError } from "tus-js-client";
import { create } from "zustand";
import { ownToken, TOKEN } from "../api/own";

/** Bytes in a piece: below the server's limit for one request. */
const PIECE = 8 * 1024 * 1024;
/** ms waited before each new try of a piece. */
const RETRIES = [0, 500, 1500, 4000, 8000];

export type Sending = {
  key: string;
  recording: number;
  name: string;
  bytes: number;
  sent: number;
  state: "sending" | "paused" | "broken" | "refused";
  words: string;
  upload: Upload;
};

export const useSending = create<{ all: Sending[] }>()(() => ({ all: [] }));

const change = (key: string, how: Partial<Sending>) =>
  useSending.setState((s) => ({
    all: s.all.map((sending) => (sending.key === key ? { ...sending, ...how } : sending)),
  }));
const drop = (key: string) =>
  useSending.setState((s) => ({ all: s.all.filter((sending) => sending.key !== key) }));

/** Codecs of `asks` that this browser plays. */
export function playable(asks: Record<string, string>): string[] {
  const video = document.createElement("video");
  const containers = ["webm", "mp4", "ogg"];
  return Object.entries(asks)
    .filter(([, code]) => containers.some((c) => video.canPlayType(`video/${c}; codecs="${code}"`) !== ""))
    .map(([name]) => name);
}

/** Sends a file; one that was begun before goes on where it stopped. `done` is called when all has arrived. */
export async function send(
  recording: number,
  file: File,
  plays: string[],
  done: () => void,
): Promise<void> {
  const key = `${recording}/${file.name}/${file.size}/${file.lastModified}`;
  if (useSending.getState().all.some((sending) => sending.key === key)) return;
  const upload = new Upload(file, {
    endpoint: "/api/uploads",
    chunkSize: PIECE,
    retryDelays: RETRIES,
    removeFingerprintOnSuccess: true,
    fingerprint: () => Promise.resolve(`aretane.upload.${key}`),
    headers: { [TOKEN]: await ownToken() },
    metadata: { filename: file.name, recording: String(recording), plays: plays.join(",") },
    onProgress: (sent) => change(key, { sent }),
    onSuccess: () => {
      drop(key);
      done();
    },
    onError: (error) => {
      change(key, { state: isRefused(error) ? "refused" : "broken", words: reason(error) });
      done();
    },
  });
  useSending.setState((s) => ({
    all: [
      ...s.all,
      { key, recording, name: file.name, bytes: file.size, sent: 0, state: "sending", words: "", upload },
    ],
  }));
  const before = (await upload.findPreviousUploads())[0];
  if (before) upload.resumeFromPreviousUpload(before);
  upload.start();
}

const isRefused = (error: Error): boolean =>
  error instanceof DetailedError && (error.originalResponse?.getStatus() ?? 0) >= 400;

/** What the server said, or that it does not answer. */
function reason(error: Error): string {
  const answer = error instanceof DetailedError ? error.originalResponse : null;
  if (!answer)
    return "The connection broke. What arrived is kept: go on, or choose the same file again later.";
  try {
    return (JSON.parse(answer.getBody()) as { message: string }).message;
  } catch {
    return `The server refused it (${answer.getStatus()}).`;
  }
}

export async function pause(sending: Sending): Promise<void> {
  await sending.upload.abort();
  change(sending.key, { state: "paused", words: "" });
}

export function goOn(sending: Sending): void {
  change(sending.key, { state: "sending", words: "" });
  sending.upload.start();
}

/** Puts away the word of a refusal; the server kept nothing. */
export const putAway = (sending: Sending) => drop(sending.key);

/** Gives an upload up; what arrived is thrown away on the server too. */
export async function giveUp(sending: Sending): Promise<void> {
  await sending.upload.abort(true).catch(() => undefined);
  drop(sending.key);
}

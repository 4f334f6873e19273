/** Rungs: every percentage a tick with its interval on one axis, n at its end; two players compared. */
import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { numbersQuery, playersQuery, sessionQuery, titlesQuery, wordsQuery } from "../api/queries";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { unitsOf } from "../units/units";
import { Report } from "./Report";
import { inGames, KINDS } from "./question";
import { Select } from "./Select";
import { NumbersTabs } from "../parts/NumbersTabs";

export function NumbersPage() {
  const [search, setSearch] = useSearchParams();
  const players = useQuery(playersQuery);
  const recordings = useQuery(titlesQuery);
  const words = useQuery(wordsQuery);
  const session = useQuery(sessionQuery);
  const first = players.data?.reduce(
    (best, p) => (p.shots > best.shots ? p : best),
    players.data[0] ?? { id: "", shots: 0 },
  )?.id;
  const player = search.get("player") ?? first ?? "";
  const against = search.get("against");
  const recording = search.get("recording");
  const kind = search.get("kind");
  const discipline = search.get("discipline");
  const asked = {
    player: Number(player),
    ...(against ? { against: Number(against) } : {}),
    ...(recording ? { recording: Number(recording) } : {}),
    ...(kind ? { kind } : {}),
    ...(discipline ? { discipline } : {}),
  };
  const numbers = useQuery({ ...numbersQuery(asked), enabled: !!player });
  const set = (key: string, value: string) =>
    setSearch((old) => {
      const now = new URLSearchParams(old);
      if (value) now.set(key, value);
      else now.delete(key);
      return now;
    });
  const units = unitsOf(session.data);
  const error = players.error ?? words.error ?? numbers.error ?? recordings.error;
  return (
    <Shell>
      <title>Numbers · Aretane</title>
      <div className="mx-auto w-full max-w-5xl px-4 py-5">
        <div className="flex flex-wrap items-baseline gap-x-6">
          <h1 className="text-2xl font-bold">Numbers</h1>
          <NumbersTabs />
        </div>
        {error ? <Problem error={error} /> : null}
        {players.data && (
          <div className="mt-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
            <Select
              label="Player"
              value={player}
              onPick={(v) => set("player", v)}
              options={players.data.map((p) => [p.id, p.name])}
            />
            <Select
              label="beside"
              value={against ?? ""}
              onPick={(v) => set("against", v)}
              options={[
                ["", "nobody"],
                ...players.data.filter((p) => p.id !== player).map((p): [string, string] => [p.id, p.name]),
              ]}
            />
            <Select
              label="over"
              narrow
              value={recording ?? ""}
              onPick={(v) => set("recording", v)}
              options={[
                ["", "all recordings"],
                ...(recordings.data ?? []).map((r): [string, string] => [String(r.id), r.title]),
              ]}
            />
            <Select label="in" value={kind ?? ""} onPick={(v) => set("kind", v)} options={KINDS} />
            <Select
              label="in"
              value={discipline ?? ""}
              onPick={(v) => set("discipline", v)}
              options={inGames(Object.entries(words.data?.disciplines ?? {}))}
            />
          </div>
        )}
        {!!numbers.data?.waiting && (
          <p className="quiet mt-3 text-sm" role="status">
            {numbers.data.waiting} racks are still being counted; these numbers are without them.
          </p>
        )}
        {numbers.data && words.data && <Report data={numbers.data} words={words.data} units={units} />}
        {!players.data?.length && players.isSuccess && (
          <p className="mt-4">
            No players yet.{" "}
            <Link className="go" to="/recordings/new">
              Make a recording
            </Link>
          </p>
        )}
      </div>
    </Shell>
  );
}

/** Chances that people stated before they saw the result, scored; the models beside them. */
import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { judgesQuery, playersQuery, sessionQuery, titlesQuery } from "../api/queries";
import type { Judges } from "../api/types";
import { Reliability, ScoreParts, signed3 } from "../parts/Reliability";
import { SavePicture } from "../parts/SavePicture";
import { NumbersTabs } from "../parts/NumbersTabs";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { length, unitsOf, type Units } from "../units/units";

export function JudgesPage() {
  const [search, setSearch] = useSearchParams();
  const player = Number(search.get("player")) || null;
  const found = useQuery(judgesQuery(player));
  const players = useQuery(playersQuery);
  const recordings = useQuery(titlesQuery);
  const units = unitsOf(useQuery(sessionQuery).data);
  const data = found.data;
  const newest = recordings.data?.[0];
  return (
    <Shell>
      <title>Stated chances · Aretane</title>
      <div className="mx-auto w-full max-w-5xl px-4 py-5">
        <div className="flex flex-wrap items-baseline gap-x-6">
          <h1 className="text-2xl font-bold">Numbers</h1>
          <NumbersTabs />
        </div>
        {found.error ? <Problem error={found.error} /> : null}
        <p className="mt-3 flex flex-wrap items-baseline gap-x-3 gap-y-1 print:hidden">
          <label>
            Shots of{" "}
            <select
              className="plain !w-auto"
              value={player ?? ""}
              onChange={(event) => setSearch(event.target.value ? { player: event.target.value } : {})}
            >
              <option value="">everybody</option>
              {players.data?.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
          </label>
          {newest && (
            <Link className="go" to={`/recordings/${newest.id}/racks/1/shots/1/call`}>
              Call shots of {newest.title}
            </Link>
          )}
        </p>
        {data && data.judges.every((one) => one.model) && (
          <p className="mt-3 max-w-prose">
            Nobody has stated a chance yet. Call shots of a recording: say what will be played and how
            likely it comes off; only then the result is shown.
          </p>
        )}
        {data && (
          <div className="mt-4 grid gap-x-8 gap-y-6 md:grid-cols-2 lg:grid-cols-3">
            {data.judges.map((one) => (
              <Judge key={one.by} judge={one} units={units} />
            ))}
          </div>
        )}
        {data && data.pairs.length > 0 && <Pairs pairs={data.pairs} />}
        {data && data.judges.length > 0 && (
          <p className="quiet mt-4 max-w-prose text-sm">
            Each dot is a tenth of the chances stated, larger where there are more; on the dotted line as
            much came as was stated. A pot called that turned out a safety, or the other way, is not scored.
            A score is read beside the shots: on easy ones everybody scores well.
            {data.waiting ? ` ${data.waiting} racks are still being counted.` : ""}
          </p>
        )}
      </div>
    </Shell>
  );
}

function Judge({ judge, units }: { judge: Judges["judges"][number]; units: Units }) {
  return (
    <section className="rule border-t pt-1">
      <h2 className="font-bold">
        {judge.by}{" "}
        <span className="quiet num text-sm font-normal">{judge.score ? `n ${judge.score.n}` : ""}</span>
      </h2>
      {judge.score ? (
        <>
          <SavePicture words={`Stated by ${judge.by}`}>
            <Reliability score={judge.score} of={judge.by} />
          </SavePicture>
          <ScoreParts score={judge.score} />
        </>
      ) : (
        <p className="quiet text-sm">None of the chances can be scored yet.</p>
      )}
      {!judge.model && (
        <p className="mt-1 text-sm">
          {judge.kinds.value !== null && (
            <>
              Called pot or safety right{" "}
              <span className="num">{Math.round(judge.kinds.value * 100)} %</span>{" "}
              <span className="quiet num text-xs">
                {judge.kinds.k} of {judge.kinds.n}
              </span>
            </>
          )}
          {judge.off.value !== null && (
            <>
              {" · "}cue ball {length(judge.off.value, units)} from where it was said to end{" "}
              <span className="quiet num text-xs">n {judge.off.n}</span>
            </>
          )}
        </p>
      )}
    </section>
  );
}

function Pairs({ pairs }: { pairs: Judges["pairs"] }) {
  return (
    <section className="mt-6">
      <h2 className="font-bold">Side by side, on the same shots</h2>
      <ul className="text-sm">
        {pairs.map((one) => (
          <li key={`${one.a}/${one.b}`} className="rule border-t py-1">
            {one.a} less {one.b}: <b className="num">{signed3(one.value ?? 0)}</b>{" "}
            <span className="quiet num text-xs">
              {signed3(one.low ?? 0)} to {signed3(one.high ?? 0)}, n {one.n}
            </span>{" "}
            {one.verdict === "clear"
              ? `· ${(one.value ?? 0) < 0 ? one.a : one.b} judges better`
              : "· too little to tell"}
          </li>
        ))}
      </ul>
    </section>
  );
}

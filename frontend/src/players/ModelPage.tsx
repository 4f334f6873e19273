/** A player's own model: what the log says of their errors, how it judges, and from when it is used. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { api, take } from "../api/client";
import { playerModelQuery } from "../api/queries";
import type { Interval, PlayerModel } from "../api/types";
import { Reliability, ScoreParts, fine, signed3 } from "../parts/Reliability";
import { SavePicture } from "../parts/SavePicture";
import { Problem } from "../shell/Problem";
import { PlayerFrame } from "./PlayerFrame";

export function ModelPage() {
  const id = Number(useParams().player);
  const { data, error } = useQuery(playerModelQuery(id));
  return (
    <PlayerFrame id={id} title="Own model" name={data?.player} error={error} waiting={data?.waiting}>
      {data && (
        <>
          <Use id={id} model={data} />
          <Errors model={data} />
          <Judged model={data} />
        </>
      )}
    </PlayerFrame>
  );
}

/** What is used now, and the way to the other. */
function Use({ id, model }: { id: number; model: PlayerModel }) {
  const [day, setDay] = useState(new Date().toISOString().slice(0, 10));
  const [problem, setProblem] = useState<unknown>(null);
  const queries = useQueryClient();
  const use = async (since: string | null) => {
    setProblem(null);
    try {
      await take(
        api.PUT("/api/players/{player_id}/model", { params: { path: { player_id: id } }, body: { since } }),
      );
      await queries.invalidateQueries();
    } catch (error) {
      setProblem(error);
    }
  };
  const { used } = model;
  return (
    <section className="bg-base-200 mt-3 px-3 py-2 text-sm">
      {problem ? <Problem error={problem} /> : null}
      <p>
        {used ? (
          <>
            Chances in recordings played from <b>{used.since}</b> on are by the <b>own model</b>: aim{" "}
            <span className="num">{used.aim.toFixed(2)}°</span>, speed{" "}
            <span className="num">{(used.speed * 100).toFixed(0)} %</span>, angles{" "}
            <span className="num">{used.eye.toFixed(1)} ×</span> the level, fitted on {used.fitted_on} to{" "}
            {used.pots} pots and {used.shots} planned places. Before that day the level counts:{" "}
            {model.level.toLowerCase()}.
          </>
        ) : (
          <>
            Chances of {model.player} are by the level: <b>{model.level.toLowerCase()}</b>.
          </>
        )}
      </p>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-3 gap-y-1 print:hidden">
        {model.may_use ? (
          <span className="quiet">{model.may_use}.</span>
        ) : (
          <>
            <label>
              from{" "}
              <input
                type="date"
                className="plain !w-auto"
                value={day}
                onChange={(event) => setDay(event.target.value)}
              />
            </label>
            <button
              type="button"
              className="btn btn-sm btn-primary"
              disabled={!day}
              onClick={() => void use(day)}
            >
              {used ? "Use it as it is fitted now" : "Use the own model"}
            </button>
          </>
        )}
        {used && (
          <button type="button" className="btn btn-sm" onClick={() => void use(null)}>
            Back to the level
          </button>
        )}
      </p>
      <p className="quiet mt-1 text-xs">
        It is used everywhere: on the desk, in stories, choices, ledgers and numbers. What was worked out
        with the other model is kept and shown again when you go back. A lasting tendency to strike too hard
        or too softly is not part of it.
      </p>
    </section>
  );
}

type Row = { label: string; one: Interval; show: (v: number) => string; level: string; unit: string };

function Errors({ model }: { model: PlayerModel }) {
  const { fitted } = model;
  const degrees = (v: number) => `${v.toFixed(2)}°`;
  const share = (v: number) => `${(v * 100).toFixed(0)} %`;
  const rows: Row[] = [
    {
      label: "Aim spreads by",
      one: fitted.aim,
      show: degrees,
      level: degrees(fitted.level_aim),
      unit: "pots",
    },
    {
      label: "Speed spreads by",
      one: fitted.speed,
      show: share,
      level: share(fitted.level_speed),
      unit: "places",
    },
    {
      label: "Strikes too hard (+) or too softly (−)",
      one: fitted.speed_bias,
      show: (v) => `${v < 0 ? "−" : "+"}${Math.abs(v * 100).toFixed(0)} %`,
      level: "0 %",
      unit: "places",
    },
    {
      label: "Misjudges angles",
      one: fitted.eye,
      show: (v) => `${v.toFixed(1)} ×`,
      level: "1.0 ×",
      unit: "strokes",
    },
  ];
  return (
    <div className="mt-4 grid gap-x-10 gap-y-4 md:grid-cols-2">
      <section>
        <h2 className="font-bold">Errors as logged</h2>
        <ErrorTable rows={rows} head="the level" />
        <p className="quiet mt-1 text-xs">
          {model.shots} shots{model.snooker ? " of snooker" : " of pool"}. One standard deviation, with 95 %
          intervals; the level is where the fit starts.
        </p>
      </section>
      <section>
        <h2 className="font-bold">Aim by circumstance</h2>
        <ErrorTable
          rows={model.circumstances.map(({ words, aim }) => ({
            label: words,
            one: aim,
            show: degrees,
            level: "",
            unit: "pots",
          }))}
        />
        {model.months.length > 1 && (
          <>
            <h2 className="mt-3 font-bold">Aim by month</h2>
            <ErrorTable
              rows={model.months.map(({ words, aim }) => ({
                label: words,
                one: aim,
                show: degrees,
                level: "",
                unit: "pots",
              }))}
            />
          </>
        )}
      </section>
    </div>
  );
}

function ErrorTable({ rows, head }: { rows: Row[]; head?: string }) {
  if (!rows.length) return <p className="quiet text-sm">No pots yet that say.</p>;
  return (
    <table className="w-full text-sm">
      {head && (
        <thead>
          <tr className="quiet text-xs">
            <td />
            <td />
            <th scope="col" className="text-right font-normal">
              {head}
            </th>
          </tr>
        </thead>
      )}
      <tbody>
        {rows.map(({ label, one, show, level, unit }) => (
          <tr key={label} className="rule border-t">
            <th scope="row" className="py-0.5 pr-3 text-left font-normal">
              {label}
            </th>
            <td className="num text-right whitespace-nowrap">
              {one.n === 0 || one.value === null || one.low === null || one.high === null ? (
                <span className="quiet">not known yet</span>
              ) : (
                <>
                  <b>{show(one.value)}</b>{" "}
                  <span className="quiet text-xs">
                    {show(one.low)} to {show(one.high)}, {one.n} {unit}
                  </span>
                </>
              )}
            </td>
            {head && <td className="num quiet w-20 text-right">{level}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Judged({ model }: { model: PlayerModel }) {
  const { judged, trial } = model;
  if (!judged) return null;
  return (
    <section className="rule mt-5 border-t pt-2">
      <h2 className="font-bold">The chances stated, against what came</h2>
      <div className="mt-1 grid gap-x-10 gap-y-3 md:grid-cols-2">
        <SavePicture words={`Chances of ${model.player} against what came`}>
          <Reliability score={judged} of="Pots of the model in use" />
        </SavePicture>
        <div>
          <p className="text-sm">{judged.n} direct pots, each with the chance the model in use gave it.</p>
          <ScoreParts score={judged} />
          {trial && (
            <p className="mt-3 text-sm">
              Tried on what it had not seen: fitted to the earlier half, the own model scores{" "}
              <b className="num">{fine(trial.own)}</b> on the later {trial.n} pots, the level{" "}
              <b className="num">{fine(trial.level)}</b>:{" "}
              <span className="num">{signed3(trial.value)}</span>
              {trial.low !== null && trial.high !== null && (
                <span className="quiet num">
                  {" "}
                  ({signed3(trial.low)} to {signed3(trial.high)})
                </span>
              )}
              , {verdict(trial)}. By aim alone, without circumstances.
            </p>
          )}
        </div>
      </div>
    </section>
  );
}

function verdict({ low, high }: { low: number | null; high: number | null }): string {
  if (low === null || high === null || (low <= 0 && high >= 0)) return "too little to tell";
  return high < 0 ? "the own model judges better" : "the level judges better";
}

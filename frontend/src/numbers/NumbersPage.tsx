/** Rungs: every percentage a tick with its interval on one axis, n at its end; two players compared. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { numbersQuery, playersQuery, sessionQuery, titlesQuery, wordsQuery } from "../api/queries";
import { api } from "../api/client";
import type { Compare, Interval, Numbers, Rung, Words } from "../api/types";
import { Problem } from "../shell/Problem";
import { AtWork } from "../shell/AtWork";
import { Shell } from "../shell/Shell";
import { length, percent, unitsOf, type Units } from "../units/units";
import { around, limitFor, share, signed } from "./axis";

const SAFETY_WORDS: Record<string, string> = {
  "drew-foul": "Drew a foul",
  answered: "Answered with no attack",
  "reply-missed": "Attacked and missed",
  "reply-potted": "Attacked and potted",
  "own-foul": "Own foul",
  "no-reply": "No reply logged",
};
const ATTACK_WORDS: Record<string, string> = {
  potted: "Potted",
  "potted-foul": "Potted, with a foul",
  missed: "Missed",
  "missed-foul": "Missed, with a foul",
};

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
  const kind = search.get("kind") as "match" | "practice" | null;
  const asked = {
    player: Number(player),
    ...(against ? { against: Number(against) } : {}),
    ...(recording ? { recording: Number(recording) } : {}),
    ...(kind ? { kind } : {}),
  };
  const question = JSON.stringify(asked);
  const [given, setGiven] = useState(""); // the question whose counting was given up
  const stopped = given === question;
  const numbers = useQuery({ ...numbersQuery(asked), enabled: !!player && !stopped });
  const giveUp = () => {
    setGiven(question);
    void api.DELETE("/api/numbers", { params: { query: asked } });
  };
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
        <h1 className="text-2xl font-bold">Numbers</h1>
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
              value={recording ?? ""}
              onPick={(v) => set("recording", v)}
              options={[
                ["", "all recordings"],
                ...(recordings.data ?? []).map((r): [string, string] => [String(r.id), r.title]),
              ]}
            />
            <Select
              label="of kind"
              value={kind ?? ""}
              onPick={(v) => set("kind", v)}
              options={[
                ["", "match and practice"],
                ["match", "matches"],
                ["practice", "practice"],
              ]}
            />
          </div>
        )}
        {numbers.data?.working && (
          <AtWork what="recordings counted" working={numbers.data.working} stop={stopped ? null : giveUp} />
        )}
        {numbers.data && !numbers.data.working && words.data && (
          <Report data={numbers.data} words={words.data} units={units} />
        )}
        {stopped && (
          <p className="mt-3 text-sm">
            Counting was stopped.{" "}
            <button type="button" className="text-primary underline" onClick={() => setGiven("")}>
              Count on
            </button>
          </p>
        )}
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

function Select({
  label,
  value,
  options,
  onPick,
}: {
  label: string;
  value: string;
  options: [string, string][];
  onPick: (v: string) => void;
}) {
  return (
    <label className="flex items-baseline gap-1.5 text-sm whitespace-nowrap">
      {label}
      <select className="plain w-auto max-w-60" value={value} onChange={(e) => onPick(e.target.value)}>
        {options.map(([code, text]) => (
          <option key={code} value={code}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}

function Report({ data, words, units }: { data: Compare; words: Words; units: Units }) {
  const [a, b] = data.players;
  if (!a) return null;
  const pair = (pick: (n: Numbers) => Rung): Rung[] => data.players.map(pick);
  const table = (pick: (n: Numbers) => Rung[]): Rung[][] =>
    pick(a).map((_, i) => data.players.map((n) => pick(n)[i]).filter((r): r is Rung => !!r));
  const gap = (code: string) => data.differences.find((d) => d.code === code);
  const names = data.players.map((n) => n.player.name);
  const none = data.players.every((n) => n.safety_share.interval.n === 0);
  if (none)
    return (
      <p className="mt-6">
        Nothing is logged for this choice yet.{data.players.map((n) => leftOut(n)).join("")}{" "}
        <Link className="go" to="/recordings">
          Open a recording
        </Link>
      </p>
    );
  return (
    <div className="mt-4">
      <Axis names={names} />
      <Group title="Pots">
        <RungRow
          label="Pot success"
          rungs={pair((n) => n.pot_success)}
          gap={gap("pot_success")}
          names={names}
          expected={data.players.map((n) => n.expected_pots)}
        />
        {table((n) => n.attack_outcomes).map((rungs) => (
          <RungRow
            key={rungs[0]?.code}
            label={ATTACK_WORDS[rungs[0]?.code ?? ""] ?? ""}
            rungs={rungs}
            names={names}
            fine
          />
        ))}
      </Group>
      <Group title="Safeties">
        <RungRow
          label="Plays safe"
          rungs={pair((n) => n.safety_share)}
          gap={gap("safety_share")}
          names={names}
        />
        <RungRow
          label="Safety held"
          rungs={pair((n) => n.safety_success)}
          gap={gap("safety_success")}
          names={names}
        />
        {table((n) => n.safety_outcomes).map((rungs) => (
          <RungRow
            key={rungs[0]?.code}
            label={SAFETY_WORDS[rungs[0]?.code ?? ""] ?? ""}
            rungs={rungs}
            names={names}
            fine
          />
        ))}
      </Group>
      <Group title="Position after a pot">
        {table((n) => n.grades).map((rungs) => (
          <RungRow
            key={rungs[0]?.code}
            label={words.grades[rungs[0]?.code ?? ""] ?? ""}
            rungs={rungs}
            names={names}
            gap={rungs[0]?.code === "perfect" ? gap("perfect") : undefined}
          />
        ))}
      </Group>
      <Group title="Long or short of the target">
        <RungRow
          label="Ended short"
          rungs={pair((n) => n.short_share)}
          gap={gap("short_share")}
          names={names}
        />
        <BiasRow players={data.players} units={units} names={names} />
      </Group>
      <Group title="Own errors, fitted from the log">
        <ModelRows players={data.players} words={words} />
      </Group>
      <p className="quiet mt-4 max-w-prose text-sm">
        Bars are 95 % intervals. Pot success leaves out safeties, push-outs and breaks; a pot that scratches
        is still a make.
        {data.players.map((n) => leftOut(n)).join("")}
        {b ? " A difference whose interval holds zero is too close to call." : ""}
      </p>
    </div>
  );
}

/** The player's spreads as the log has them, beside those of the level; the level is the prior. */
function ModelRows({ players, words }: { players: Numbers[]; words: Words }) {
  const degrees = (v: number) => `${v.toFixed(2)}°`;
  const share100 = (v: number) => `${(v * 100).toFixed(0)} %`;
  const bias = (v: number) => `${Math.abs(v * 100).toFixed(0)} % ${v < 0 ? "too softly" : "too hard"}`;
  const signedShare = (v: number) => `${v < 0 ? "−" : "+"}${Math.abs(v * 100).toFixed(0)} %`;
  return (
    <div className="mt-1 grid gap-x-8 gap-y-2 sm:grid-cols-2">
      {players.map(({ player, model }, i) => (
        <table key={player.id} className="w-full text-sm">
          <caption className="text-left">
            <Tick second={i === 1} /> {player.name}
          </caption>
          <tbody>
            <ModelRow
              label="Aim spreads by"
              one={model.aim}
              show={degrees}
              level={`${(words.levels[player.level] ?? player.level).toLowerCase()}: ${degrees(model.level_aim)}`}
              unit="pots"
            />
            <ModelRow
              label="Speed spreads by"
              one={model.speed}
              show={share100}
              level={`${(words.levels[player.level] ?? player.level).toLowerCase()}: ${share100(model.level_speed)}`}
              unit="shots"
            />
            <ModelRow
              label="Strikes"
              one={model.speed_bias}
              show={bias}
              ends={signedShare}
              level={
                (model.speed_bias.low ?? 0) <= 0 && (model.speed_bias.high ?? 0) >= 0
                  ? "too close to call"
                  : ""
              }
              unit="shots"
            />
          </tbody>
        </table>
      ))}
    </div>
  );
}

function ModelRow({
  label,
  one,
  show,
  ends = show,
  level,
  unit,
}: {
  label: string;
  one: Interval;
  show: (v: number) => string;
  ends?: (v: number) => string;
  level: string;
  unit: string;
}) {
  const { value, low, high, n } = one;
  if (n === 0 || value === null || low === null || high === null)
    return (
      <tr>
        <td className="py-0.5 pr-3">{label}</td>
        <td className="quiet italic">○ not known yet</td>
        <td className="quiet text-right">{level}</td>
      </tr>
    );
  return (
    <tr>
      <td className="py-0.5 pr-3 whitespace-nowrap">{label}</td>
      <td>
        <b className="num">{show(value)}</b>{" "}
        <span className="num quiet text-xs">
          {ends(low)} to {ends(high)}, {n} {unit}
        </span>
      </td>
      <td className="quiet text-right text-xs">{level}</td>
    </tr>
  );
}

function leftOut(n: Numbers): string {
  const parts = [];
  if (n.left_out.length) parts.push(`${n.left_out.length} left out`);
  if (n.unlogged) parts.push(`${n.unlogged} without a result`);
  return parts.length ? ` ${n.player.name}: ${parts.join(", ")}.` : "";
}

const COLUMNS = "grid grid-cols-[1fr_auto] gap-x-3 sm:grid-cols-[11rem_1fr_10.5rem]";
/** The drawn part: between words and figures, or under both on a phone. */
const DRAWN = "order-3 col-span-2 mb-2 block sm:order-none sm:col-span-1 sm:mb-0";

function Axis({ names }: { names: string[] }) {
  return (
    <div className={`${COLUMNS} text-xs`}>
      <span className="self-end">
        {names.map((name, i) => (
          <span key={name} className="block">
            <Tick second={i === 1} /> {name}
          </span>
        ))}
      </span>
      <span className={`num quiet relative h-4 self-end ${DRAWN}`}>
        {[0, 25, 50, 75, 100].map((v) => (
          <span key={v} className="absolute -translate-x-1/2 whitespace-nowrap" style={{ left: `${v}%` }}>
            {v}
            {v === 100 ? " %" : ""}
          </span>
        ))}
      </span>
      <span />
    </div>
  );
}

const Tick = ({ second }: { second: boolean }) => (
  <svg viewBox="-6 -6 12 12" className="inline h-3 w-3" aria-hidden="true">
    {second ? (
      <circle r={4} fill="none" stroke="currentColor" strokeWidth={2} />
    ) : (
      <circle r={4.5} fill="currentColor" />
    )}
  </svg>
);

function Group({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="rule mt-3 border-t pt-1">
      <h2 className="font-bold">{title}</h2>
      {children}
    </section>
  );
}

type Gap = Compare["differences"][number];
type RowProps = {
  label: string;
  rungs: Rung[];
  names: string[];
  gap?: Gap | undefined;
  fine?: boolean;
  expected?: Interval[];
};

function RungRow({ label, rungs, names, gap, fine = false, expected }: RowProps) {
  const [open, setOpen] = useState(false);
  return (
    <div>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className={`${COLUMNS} hover:bg-base-200 w-full items-start py-0.5 text-left`}
      >
        <span className={fine ? "quiet pl-4 text-sm" : "text-sm"}>{label}</span>
        <span className={DRAWN}>
          {rungs.map((rung, i) => (
            <Bar
              key={i}
              interval={rung.interval}
              second={i === 1}
              expected={expected?.[i]}
              name={names[i] ?? ""}
              label={label}
            />
          ))}
        </span>
        <span className="num text-right text-xs leading-4">
          {rungs.map((rung, i) => (
            <span key={i} className="block">
              {rung.interval.value === null ? (
                <span className="quiet">none yet</span>
              ) : (
                <>
                  {percent(rung.interval.value)}{" "}
                  <span className="quiet">
                    {rung.interval.k} of {rung.interval.n}
                  </span>
                </>
              )}
            </span>
          ))}
          {gap && <GapWords gap={gap} />}
        </span>
      </button>
      {open && <Behind rungs={rungs} names={names} />}
    </div>
  );
}

function GapWords({ gap }: { gap: Gap }) {
  if (gap.value === null || gap.low === null || gap.high === null) return null;
  const range = `${signed(share(gap.low))} to ${signed(share(gap.high))}`;
  return (
    <span
      className="block"
      style={{ color: gap.too_close ? undefined : gap.value > 0 ? "var(--gain)" : "var(--loss)" }}
    >
      {signed(share(gap.value))} ({range})
      {gap.too_close && <span className="quiet block font-sans">too close to call</span>}
    </span>
  );
}

function Bar({
  interval,
  second,
  expected,
  name,
  label,
}: {
  interval: Interval;
  second: boolean;
  expected?: Interval | undefined;
  name: string;
  label: string;
}) {
  const { value, low, high } = interval;
  const said =
    value === null || low === null || high === null
      ? `${name}, ${label}: none yet`
      : `${name}, ${label}: ${percent(value)}, 95 % interval ${percent(low)} to ${percent(high)}`;
  return (
    <svg className="block h-4 w-full overflow-visible" role="img" aria-label={said}>
      <line x1="0" x2="100%" y1="8" y2="8" stroke="currentColor" strokeOpacity={0.18} />
      {low !== null && high !== null && (
        <line
          x1={`${share(low)}%`}
          x2={`${share(high)}%`}
          y1="8"
          y2="8"
          stroke="currentColor"
          strokeWidth={second ? 2 : 4}
          strokeOpacity={second ? 0.9 : 0.55}
        />
      )}
      {expected?.value !== null && expected?.value !== undefined && (
        <line
          x1={`${share(expected.value)}%`}
          x2={`${share(expected.value)}%`}
          y1="1"
          y2="15"
          stroke="currentColor"
          strokeWidth={1.5}
          strokeDasharray="1.5 2.5"
        >
          <title>expected under the model: {percent(expected.value)}</title>
        </line>
      )}
      {value !== null &&
        (second ? (
          <circle
            cx={`${share(value)}%`}
            cy="8"
            r="4.5"
            fill="var(--color-base-100)"
            stroke="currentColor"
            strokeWidth={2}
          />
        ) : (
          <circle cx={`${share(value)}%`} cy="8" r="5" fill="currentColor" />
        ))}
    </svg>
  );
}

function BiasRow({ players, units, names }: { players: Numbers[]; units: Units; names: string[] }) {
  const ends = players.flatMap((n) => [n.along.interval.low ?? 0, n.along.interval.high ?? 0]);
  const limit = limitFor(ends);
  const [open, setOpen] = useState(false);
  return (
    <div>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className={`${COLUMNS} hover:bg-base-200 w-full items-start py-0.5 text-left`}
      >
        <span className="text-sm">Mean miss along</span>
        <span className={DRAWN}>
          <span className="num quiet flex justify-between text-xs">
            <span>{length(limit, units)} short</span>
            <span>0</span>
            <span>{length(limit, units)} long</span>
          </span>
          {players.map((n, i) => {
            const { value, low, high } = n.along.interval;
            return (
              <svg
                key={i}
                className="block h-4 w-full overflow-visible"
                role="img"
                aria-label={`${names[i]}: mean miss along the arrival ${value === null ? "not known" : `${length(Math.abs(value), units)} ${value < 0 ? "short" : "long"}`}`}
              >
                <line x1="0" x2="100%" y1="8" y2="8" stroke="currentColor" strokeOpacity={0.18} />
                <line x1="50%" x2="50%" y1="0" y2="16" stroke="currentColor" strokeOpacity={0.5} />
                {low !== null && high !== null && (
                  <line
                    x1={`${around(low, limit)}%`}
                    x2={`${around(high, limit)}%`}
                    y1="8"
                    y2="8"
                    stroke="currentColor"
                    strokeWidth={i ? 2 : 4}
                    strokeOpacity={i ? 0.9 : 0.55}
                  />
                )}
                {value !== null &&
                  (i ? (
                    <circle
                      cx={`${around(value, limit)}%`}
                      cy="8"
                      r="4.5"
                      fill="var(--color-base-100)"
                      stroke="currentColor"
                      strokeWidth={2}
                    />
                  ) : (
                    <circle cx={`${around(value, limit)}%`} cy="8" r="5" fill="currentColor" />
                  ))}
              </svg>
            );
          })}
        </span>
        <span className="num text-right text-xs leading-4">
          {players.map((n) => {
            const { value, low, high, n: count } = n.along.interval;
            if (value === null)
              return (
                <span key={n.player.id} className="quiet block">
                  none yet
                </span>
              );
            const settled = low !== null && high !== null && (low > 0 || high < 0);
            return (
              <span key={n.player.id} className="block">
                {length(Math.abs(value), units)} {value < 0 ? "short" : "long"}{" "}
                <span className="quiet">n {count}</span>
                {!settled && <span className="quiet block font-sans">too close to call</span>}
              </span>
            );
          })}
        </span>
      </button>
      {open && <Behind rungs={players.map((n) => n.along)} names={names} />}
    </div>
  );
}

/** The shots behind a rung. */
function Behind({ rungs, names }: { rungs: Rung[]; names: string[] }) {
  return (
    <div className="rule mb-1 ml-4 border-l-2 pl-3 text-sm">
      {rungs.map((rung, i) => (
        <p key={i} className="py-0.5">
          <span className="quiet">{names[i]}: </span>
          {rung.shots.length === 0 && "no shots"}
          {rung.shots.map((s) => (
            <Link
              key={`${s.recording}/${s.rack}/${s.shot}`}
              className="go num mr-2 inline-block text-xs"
              to={`/recordings/${s.recording}/racks/${s.rack}/shots/${s.shot}`}
              title={`recording ${s.recording}, rack ${s.rack}, shot ${s.shot}`}
            >
              {s.recording}·{s.rack}·{s.shot}
            </Link>
          ))}
        </p>
      ))}
      <p className="quiet text-xs">recording · rack · shot</p>
    </div>
  );
}

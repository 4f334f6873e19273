/** What the shots of one or two players come to. */
import { Link } from "react-router";
import type { Compare, Numbers, Rung, Words } from "../api/types";
import { type Units } from "../units/units";
import { ModelRows } from "./Model";
import { Axis, Group, RungRow, BiasRow } from "./Rungs";

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

export function Report({ data, words, units }: { data: Compare; words: Words; units: Units }) {
  const [a, b] = data.players;
  if (!a) return null;
  const pair = (pick: (n: Numbers) => Rung): Rung[] => data.players.map(pick);
  const table = (pick: (n: Numbers) => Rung[]): Rung[][] =>
    pick(a).map((_, i) => data.players.map((n) => pick(n)[i]).filter((r): r is Rung => !!r));
  const gap = (code: string) => data.differences.find((d) => d.code === code);
  const of = { players: data.players, units };
  const none = data.players.every((n) => n.safety_share.interval.n === 0);
  if (none)
    return (
      <p className="mt-6">
        Nothing is logged for this choice yet. {data.remarks.join(" ")}
        {data.players.map((n) => leftOut(n)).join("")}{" "}
        <Link className="go" to="/recordings">
          Open a recording
        </Link>
      </p>
    );
  return (
    <div className="mt-4">
      {data.remarks.map((remark) => (
        <p key={remark} className="text-sm">
          {remark}
        </p>
      ))}
      <Axis names={data.players.map((n) => n.player.name)} />
      <Group title="Pots">
        <RungRow
          label="Pot success"
          rungs={pair((n) => n.pot_success)}
          gap={gap("pot_success")}
          of={of}
          expected={data.players.map((n) => n.expected_pots)}
        />
        {table((n) => n.attack_outcomes).map((rungs) => (
          <RungRow
            key={rungs[0]?.code}
            label={ATTACK_WORDS[rungs[0]?.code ?? ""] ?? ""}
            rungs={rungs}
            of={of}
            fine
          />
        ))}
      </Group>
      <Group title="Safeties">
        <RungRow label="Plays safe" rungs={pair((n) => n.safety_share)} gap={gap("safety_share")} of={of} />
        <RungRow
          label="Safety held"
          rungs={pair((n) => n.safety_success)}
          gap={gap("safety_success")}
          of={of}
        />
        {table((n) => n.safety_outcomes).map((rungs) => (
          <RungRow
            key={rungs[0]?.code}
            label={SAFETY_WORDS[rungs[0]?.code ?? ""] ?? ""}
            rungs={rungs}
            of={of}
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
            of={of}
            gap={rungs[0]?.code === "perfect" ? gap("perfect") : undefined}
          />
        ))}
      </Group>
      <Group title="Long or short of the target">
        <RungRow label="Ended short" rungs={pair((n) => n.short_share)} gap={gap("short_share")} of={of} />
        <RungRow label="At the wrong end" rungs={pair((n) => n.wrong_end)} gap={gap("wrong_end")} of={of} />
        <BiasRow {...of} />
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

function leftOut(n: Numbers): string {
  const parts = [];
  if (n.left_out) parts.push(`${n.left_out} left out`);
  if (n.unlogged) parts.push(`${n.unlogged} without a result`);
  return parts.length ? ` ${n.player.name}: ${parts.join(", ")}.` : "";
}

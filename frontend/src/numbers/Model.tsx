/** A player's errors fitted from the log, beside those of the level. */
import type { Interval, Numbers, Words } from "../api/types";
import { Tick } from "./Rungs";

/** The player's spreads as the log has them, beside those of the level; the level is the prior. */
export function ModelRows({ players, words }: { players: Numbers[]; words: Words }) {
  const degrees = (v: number) => `${v.toFixed(2)}°`;
  const share100 = (v: number) => `${(v * 100).toFixed(0)} %`;
  const times = (v: number) => `${v.toFixed(1)} ×`;
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
            <ModelRow
              label="Misjudges angles"
              one={model.eye}
              show={times}
              level={`${(words.levels[player.level] ?? player.level).toLowerCase()}: 1.0 ×`}
              unit="strokes"
            />
          </tbody>
        </table>
      ))}
    </div>
  );
}

export function ModelRow({
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
      <td className="quiet text-right text-xs whitespace-nowrap">{level}</td>
    </tr>
  );
}

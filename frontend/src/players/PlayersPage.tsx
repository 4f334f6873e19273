/** The club's players and the level whose model gives their chances. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, take } from "../api/client";
import { playersQuery, wordsQuery } from "../api/queries";
import type { Hand, Level, Player, Words } from "../api/types";
import { Problem } from "../shell/Problem";
import { Shell } from "../shell/Shell";
import { useKept } from "../keeping/useKept";
import { NewPlayer } from "./NewPlayer";

export function PlayersPage() {
  const players = useQuery(playersQuery);
  const words = useQuery(wordsQuery);
  const queries = useQueryClient();
  const [error, setError] = useState<unknown>(null);
  const act = async (what: Promise<unknown>) => {
    setError(null);
    try {
      await what;
      await queries.invalidateQueries();
      return true;
    } catch (problem) {
      setError(problem);
      return false;
    }
  };
  const set = (player: Player, change: Partial<Player>) =>
    act(
      take(
        api.PUT("/api/players/{player_id}", {
          params: { path: { player_id: Number(player.id) } },
          body: { ...asked(player), ...(change as object) },
        }),
      ),
    );
  const failed = players.error ?? words.error;
  return (
    <Shell>
      <title>Players · Aretane</title>
      <div className="mx-auto w-full max-w-4xl px-4 py-6">
        <h1 className="text-2xl font-bold">Players</h1>
        <p className="quiet mt-1 max-w-prose text-sm">
          The level stands for how far a player's aim scatters. Every chance on the shot desk is the
          shooter's, under this level, until enough shots are logged to fit a model of their own. The hand
          says what a player reaches; one whose hand is not said is taken as right-handed.
        </p>
        {failed ? <Problem error={failed} /> : null}
        {error ? <Problem error={error} /> : null}
        {players.data && words.data && <PlayerTable players={players.data} words={words.data} set={set} />}
        {words.data && <NewPlayer levels={words.data.levels} />}
      </div>
    </Shell>
  );
}

/** What is stored of a player. */
const asked = (player: Player) => ({
  name: player.name,
  level: player.level as Level,
  hand: player.hand as Hand,
});

/** A player's name; what is typed stays in this browser until it is stored or is the old name again. */
function NameField({ player, rename }: { player: Player; rename: (name: string) => Promise<boolean> }) {
  const [name, setName, letGo] = useKept(`player.${player.id}`, player.name);
  const leave = async () => {
    const wanted = name.trim();
    if (!wanted || wanted === player.name || (await rename(wanted))) letGo();
  };
  return (
    <input
      className="plain"
      aria-label={`Name of ${player.name}`}
      value={name}
      maxLength={60}
      onChange={(e) => setName(e.target.value)}
      onBlur={() => void leave()}
    />
  );
}

function PlayerTable({
  players,
  words,
  set,
}: {
  players: Player[];
  words: Words;
  set: (p: Player, change: Partial<Player>) => Promise<boolean>;
}) {
  if (!players.length) return <p className="mt-4">Nobody yet.</p>;
  return (
    <table className="mt-4 w-full text-left">
      <thead className="quiet text-sm">
        <tr className="rule border-b">
          <th className="py-1">Name</th>
          <th>Level</th>
          <th className="hidden sm:table-cell">Plays</th>
          <th className="text-right">Shots logged</th>
          <th>
            <span className="sr-only">Numbers</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {players.map((p) => (
          <tr key={p.id} className="rule border-b">
            <td className="py-1.5 pr-4">
              <NameField key={p.name} player={p} rename={(name) => set(p, { name })} />
            </td>
            <td className="pr-4">
              <select
                className="plain"
                aria-label={`Level of ${p.name}`}
                value={p.level}
                onChange={(e) => void set(p, { level: e.target.value })}
              >
                {Object.entries(words.levels).map(([code, text]) => (
                  <option key={code} value={code}>
                    {text}
                  </option>
                ))}
              </select>
            </td>
            <td className="hidden pr-4 sm:table-cell">
              <select
                className="plain"
                aria-label={`Hand of ${p.name}`}
                value={p.hand ?? ""}
                onChange={(e) => void set(p, { hand: e.target.value || null })}
              >
                <option value="">not said</option>
                {Object.entries(words.hands).map(([code, text]) => (
                  <option key={code} value={code}>
                    {text}
                  </option>
                ))}
              </select>
            </td>
            <td className="num text-right">{p.shots}</td>
            <td className="text-right text-sm">
              <Link className="go" to={`/players/${p.id}/habits`}>
                habits
              </Link>{" "}
              <Link className="go ml-2" to={`/players/${p.id}/choices`}>
                choices
              </Link>{" "}
              <Link className="go ml-2" to={`/numbers?player=${p.id}`}>
                numbers
              </Link>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

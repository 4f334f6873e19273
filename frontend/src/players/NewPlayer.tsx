/** Somebody who is not in the list yet: a name, and how well they play until their own shots say so. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, take } from "../api/client";
import type { Level } from "../api/types";
import { useKept } from "../keeping/useKept";
import { Problem } from "../shell/Problem";

type Props = { levels: Record<string, string>; onMade?: (id: number) => void };

export function NewPlayer({ levels, onMade }: Props) {
  const [name, setName, letNameGo] = useKept("player.new", "");
  const [level, setLevel] = useState<Level>("regular");
  const [error, setError] = useState<unknown>(null);
  const queries = useQueryClient();
  const add = async () => {
    setError(null);
    try {
      const made = await take<{ id: number }>(
        api.POST("/api/players", { body: { name, level, hand: null } }),
      );
      await queries.invalidateQueries({ queryKey: ["players"] });
      onMade?.(made.id);
      letNameGo();
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <div className="mt-1">
      <input
        className="input input-sm w-56"
        aria-label="Name of a new player"
        placeholder="Somebody new"
        maxLength={60}
        value={name}
        onChange={(e) => setName(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Enter") {
            e.preventDefault();
            if (name.trim()) void add();
          }
        }}
      />
      <select
        className="select select-sm ml-2 w-40"
        aria-label="How well the new player plays"
        value={level}
        onChange={(e) => setLevel(e.target.value as Level)}
      >
        {Object.entries(levels).map(([code, words]) => (
          <option key={code} value={code}>
            {words}
          </option>
        ))}
      </select>
      <button type="button" className="btn btn-sm ml-2" disabled={!name.trim()} onClick={() => void add()}>
        Add player
      </button>
      {error ? <Problem error={error} /> : null}
    </div>
  );
}

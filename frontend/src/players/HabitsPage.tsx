/** What a player does again and again, what it costs, and what to practise. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { habitsQuery } from "../api/queries";
import type { Habit } from "../api/types";
import { PlayerFrame } from "./PlayerFrame";

export function HabitsPage() {
  const id = Number(useParams().player);
  const found = useQuery(habitsQuery(id));
  const data = found.data;
  return (
    <PlayerFrame id={id} title="Habits" name={data?.player} error={found.error}>
      {data && (
        <>
          {data.waiting && (
            <p role="status" className="mt-2 text-sm">
              Shots have changed: habits are being looked for.
            </p>
          )}
          {data.habits.length === 0 && !data.waiting && (
            <p className="mt-4">
              None of {data.looked_for} kinds differs beyond accident. More shots may show one.
            </p>
          )}
          <ol className="mt-3">
            {data.habits.map((habit) => (
              <HabitRow key={habit.code} habit={habit} name={data.player} />
            ))}
          </ol>
          <p className="quiet mt-4 max-w-prose text-sm">
            {data.looked_for} kinds are looked for. What is left after correcting for that is listed, what
            costs most first; one in twenty players without any habit has one listed. Pots are held against
            what the model expects of them, misses against the place meant, and from both is taken what the
            rest of the club shows there: that is what usual means. Safeties, breaks, fouls, kicks and
            choices are held against the rest of the club. The newest 20,000 shots count, pool and snooker
            apart. What a habit costs is its size, as often as such shots come, times what a shot of its
            kind decides; of a miss of the place that is the chance of the next pot. Habits of choosing need
            choices that the ledger has worked out.
          </p>
        </>
      )}
    </PlayerFrame>
  );
}

const points = (share: number) => (share * 100).toFixed(1);

function HabitRow({ habit, name }: { habit: Habit; name: string }) {
  const [open, setOpen] = useState(false);
  return (
    <li className="rule border-t py-2">
      <p>
        {name} <b>{habit.words}</b>{" "}
        <span className="quiet num text-sm">
          ({habit.low} to {habit.high}, n {habit.n})
        </span>
      </p>
      <p className="text-sm">
        {habit.worth === null || habit.worth_low === null || habit.worth_high === null ? (
          <span className="quiet">What it costs is not known</span>
        ) : (
          <>
            Costs <span className="num">{points(habit.worth)}</span> points of chance a rack{" "}
            <span className="quiet num">
              ({points(habit.worth_low)} to {points(habit.worth_high)})
            </span>
          </>
        )}
        <span className="quiet">
          {" "}
          · {habit.verdict}, by accident once in{" "}
          {Math.max(20, Math.round(1 / Math.max(habit.chance, 1e-4)))}
        </span>
      </p>
      <p className="text-sm">
        <span className="quiet">Practise:</span> {habit.practice}
      </p>
      <button
        type="button"
        aria-expanded={open}
        className="text-primary text-sm underline"
        onClick={() => setOpen(!open)}
      >
        {open ? "Hide its shots" : "Its shots"}
      </button>
      {open && (
        <p className="mt-1 text-xs">
          {habit.shots.map((s) => (
            <Link
              key={`${s.recording}/${s.rack}/${s.shot}`}
              className="go num mr-2 inline-block"
              to={`/recordings/${s.recording}/racks/${s.rack}/shots/${s.shot}`}
            >
              {s.recording}·{s.rack}·{s.shot}
            </Link>
          ))}
          <span className="quiet block">
            recording · rack · shot
            {habit.n > habit.shots.length ? `, the newest ${habit.shots.length}` : ""}
          </span>
        </p>
      )}
    </li>
  );
}

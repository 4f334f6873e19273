/** A screen of one shot: what it needs is fetched, or said to be missing, before it is drawn. */
import { useQuery } from "@tanstack/react-query";
import type { ComponentType } from "react";
import { useParams } from "react-router";
import { deskQuery, sessionQuery, wordsQuery } from "../api/queries";
import type { DeskView, Session, Words } from "../api/types";
import { useDialect } from "../words/useDialect";
import { Problem } from "./Problem";
import { Shell } from "./Shell";

export type ShotProps = { desk: DeskView; words: Words; session: Session; number: number; chosen: number };

export function OnShot({ Screen }: { Screen: ComponentType<ShotProps> }) {
  const { recording, rack, shot } = useParams();
  const desk = useQuery(deskQuery(Number(recording), Number(rack)));
  const words = useQuery(wordsQuery);
  const session = useQuery(sessionQuery);
  useDialect(desk.data?.recording.match.discipline);
  const error = desk.error ?? words.error;
  if (error)
    return (
      <Shell>
        <Problem error={error} />
      </Shell>
    );
  if (!desk.data || !words.data || !session.data)
    return (
      <Shell>
        <p className="quiet p-6">Opening the rack…</p>
      </Shell>
    );
  return (
    <Screen
      key={`${rack} ${shot}`}
      desk={desk.data}
      words={words.data}
      session={session.data}
      number={Number(rack)}
      chosen={Number(shot) || 1}
    />
  );
}

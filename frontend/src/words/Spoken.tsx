/** A screen in the member's words: drawn once they are known, so that nothing opened on it is lost when they
 * arrive, and anew when the member chooses others. */
import { useQuery } from "@tanstack/react-query";
import { Fragment, useState, type ReactNode } from "react";
import { sessionQuery } from "../api/queries";
import { forgetDiscipline } from "./say";
import { useDialect } from "./useDialect";

/** `waiting` is drawn until then: what keeps the words from coming, if anything does. */
export function Spoken({ children, waiting }: { children: ReactNode; waiting: ReactNode }) {
  useState(forgetDiscipline); // once, as this screen opens; a later drawing must not take its words away
  useDialect();
  const { data, isPending } = useQuery(sessionQuery);
  if (isPending) return waiting;
  return <Fragment key={data?.words ?? "game"}>{children}</Fragment>;
}

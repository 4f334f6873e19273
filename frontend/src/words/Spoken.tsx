/** A screen in the member's words; drawn anew when the member chooses others. */
import { useQuery } from "@tanstack/react-query";
import { Fragment, type ReactNode } from "react";
import { sessionQuery } from "../api/queries";
import { useDialect } from "./useDialect";

export function Spoken({ children }: { children: ReactNode }) {
  useDialect();
  const { data } = useQuery(sessionQuery);
  return <Fragment key={data?.words ?? "game"}>{children}</Fragment>;
}

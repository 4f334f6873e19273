/** What is wrong with the application at this moment, in a line below the head of every screen. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { stateQuery } from "../api/queries";

const AWAY =
  "The server does not answer. It is started again by itself; what you enter is kept in this browser and sent then.";

export function Troubles() {
  const state = useQuery(stateQuery);
  const queries = useQueryClient();
  const lines = state.error ? [AWAY] : (state.data ?? []).map((one) => one.words);
  const troubled = lines.length > 0;
  const before = useRef(false);
  useEffect(() => {
    // What failed meanwhile is asked for again as soon as all is well.
    if (before.current && !troubled)
      void queries.invalidateQueries({
        predicate: (query) => query.queryKey[0] !== "state" && query.state.status === "error",
      });
    before.current = troubled;
  }, [troubled, queries]);
  if (!troubled) return null;
  return (
    <div
      role="status"
      aria-label="What is wrong"
      className="border-warning bg-base-200 flex-none border-b-2 px-3 py-1.5 text-sm"
    >
      {lines.map((words) => (
        <p key={words}>
          <span aria-hidden="true">▲ </span>
          {words.charAt(0).toUpperCase() + words.slice(1)}
        </p>
      ))}
    </div>
  );
}

import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api, take } from "../api/client";
import type { RecordingBody } from "../api/types";
import { Shell } from "../shell/Shell";
import { emptyRack } from "../rack/addRack";
import { emptySetUp, SetUpForm } from "./SetUpForm";

export function NewRecording() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  return (
    <Shell>
      <title>New recording · Aretane</title>
      <div className="mx-auto w-full max-w-4xl px-4 py-6">
        <h1 className="text-2xl font-bold">Make a recording</h1>
        <SetUpForm
          kept="setup.new"
          start={emptySetUp()}
          done="Make it, and open the first rack"
          onSave={async (body) => {
            const made = await take<{ id: number }>(
              api.POST("/api/recordings", { body: body as RecordingBody }),
            );
            const opens = body.players[(body.match.lag ?? 1) - 1] ?? body.players[0];
            const first = body.match.kind === "match" ? String(opens) : null;
            await take(
              api.POST("/api/recordings/{recording_id}/racks", {
                params: { path: { recording_id: made.id } },
                body: { number: 1, rack: emptyRack(first) },
              }),
            );
            await queries.invalidateQueries();
            navigate(`/recordings/${made.id}/racks/1`);
          }}
        />
      </div>
    </Shell>
  );
}

import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api, take } from "../api/client";
import type { RecordingBody } from "../api/types";
import { SetUpForm, emptySetUp } from "../recording/SetUpForm";
import { emptyRack } from "../rack/addRack";
import { emptyPosition, emptyShot } from "../rack/rackDoc";
import { Shell } from "../shell/Shell";

export function NewStudy() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  return (
    <Shell>
      <title>New study · Aretane</title>
      <div className="mx-auto w-full max-w-4xl px-4 py-6">
        <h1 className="text-2xl font-bold">Set up a position</h1>
        <p className="quiet mt-1 text-sm">
          The first player is at the table. With a second one, choices are worked out against that player.
        </p>
        <SetUpForm
          kept="setup.study"
          start={emptySetUp("study")}
          done="Make it, and lay out the balls"
          onSave={async (body) => {
            const made = await take<{ id: number }>(
              api.POST("/api/recordings", { body: body as RecordingBody }),
            );
            const shot = { ...emptyShot(String(body.players[0]), true), position: emptyPosition() };
            await take(
              api.POST("/api/recordings/{recording_id}/racks", {
                params: { path: { recording_id: made.id } },
                body: { number: 1, rack: { ...emptyRack(null), shots: [shot as never] } },
              }),
            );
            await queries.invalidateQueries();
            void navigate(`/recordings/${made.id}/racks/1`);
          }}
        />
      </div>
    </Shell>
  );
}

/** Notes on a shot and its tags; of a study they are what it is found by. */
import type { Shot } from "../api/types";
import { TypedArea, TypedInput } from "../keeping/typed";
import { Row } from "../parts/fields";
import * as act from "../rack/actions";
import { asOneStep } from "../rack/deskStore";
import { tagsOf } from "../rack/rackDoc";

export function NotesAndTags({ number, shot }: { number: number; shot: Shot }) {
  return (
    <>
      <Row label="Notes">
        <TypedArea
          key={number}
          className="plain text-sm"
          rows={2}
          aria-label="Notes"
          maxLength={4000}
          value={shot.notes}
          take={(notes) => act.setShot(number, { notes })}
          asOneStep={asOneStep}
        />
      </Row>
      <Row label="Tags">
        <TypedInput
          key={number}
          className="plain text-sm"
          aria-label="Tags, separated by commas"
          placeholder="separated by commas"
          value={shot.tags.join(", ")}
          take={(text) => act.setShot(number, { tags: tagsOf(text) })}
          asOneStep={asOneStep}
        />
      </Row>
    </>
  );
}

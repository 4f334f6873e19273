/** Keeps the position of the shot on the desk as a study, under a name. */
import { useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { api, take } from "../api/client";
import { content } from "../chart/useAsked";
import { Field } from "../parts/fields";
import { useDesk } from "../rack/deskStore";
import { tagsOf } from "../rack/rackDoc";
import { Problem } from "../shell/Problem";

const close = () => useDesk.setState({ keepingStudy: false });

/** In front of the desk, with its first field ready to type. */
const show = (box: HTMLDialogElement | null) => {
  if (box && !box.open) box.showModal();
};

export function KeepStudy({ number }: { number: number }) {
  const { recording, number: rack, doc } = useDesk.getState();
  const queries = useQueryClient();
  const [title, setTitle] = useState(
    `${recording?.match.title ?? ""}, rack ${rack}, shot ${number}`.slice(-120),
  );
  const [tags, setTags] = useState(doc.shots[number - 1]?.shot.tags.join(", ") ?? "");
  const [notes, setNotes] = useState("");
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const save = async (event: FormEvent) => {
    event.preventDefault();
    if (!recording) return;
    setBusy(true);
    try {
      const beside = { title, tags: tagsOf(tags), notes };
      await take(
        api.POST("/api/recordings/{recording_id}/studies", {
          params: { path: { recording_id: recording.id } },
          body: JSON.parse(content(rack, doc, number, beside)) as never,
        }),
      );
      await queries.invalidateQueries({ queryKey: ["studies"] });
      useDesk.setState({
        keepingStudy: false,
        message: `Kept as the study “${title}”: it stands first among the studies.`,
      });
    } catch (problem) {
      setError(problem);
      setBusy(false);
    }
  };
  return (
    <dialog ref={show} className="modal" aria-label="Keep as a study" onClose={close}>
      <form className="modal-box grid max-w-md gap-3" onSubmit={(event) => void save(event)}>
        <h2 className="text-lg font-bold">Keep this position as a study</h2>
        <p className="quiet text-sm">
          The balls, whose turn, what is on and the plan; not what came of it.
        </p>
        <Field label="Name">
          <input
            className="input w-full"
            required
            maxLength={120}
            value={title}
            onFocus={(event) => event.target.select()}
            onChange={(event) => setTitle(event.target.value)}
          />
        </Field>
        <Field label="Tags, with commas between">
          <input className="input w-full" value={tags} onChange={(event) => setTags(event.target.value)} />
        </Field>
        <Field label="Notes">
          <textarea
            className="textarea w-full"
            rows={2}
            maxLength={4000}
            value={notes}
            onChange={(event) => setNotes(event.target.value)}
          />
        </Field>
        {error ? <Problem error={error} /> : null}
        <p className="flex gap-4">
          <button className="btn btn-primary btn-sm" disabled={busy}>
            Keep it
          </button>
          <button type="button" className="text-primary underline" onClick={close}>
            Not now
          </button>
        </p>
      </form>
    </dialog>
  );
}

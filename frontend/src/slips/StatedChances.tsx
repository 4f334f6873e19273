/** The chances that people stated of a shot before they saw it, and the way to state one. */
import { Link } from "react-router";
import type { Shot } from "../api/types";
import { Row } from "../parts/fields";
import { useDesk } from "../rack/deskStore";

export function StatedChances({ number, shot }: { number: number; shot: Shot }) {
  const recording = useDesk((s) => s.recording);
  const rack = useDesk((s) => s.number);
  const { stated } = shot.judgement;
  return (
    <Row label="Stated">
      <span className="text-sm">
        {stated.map((one) => `${one.by}: a ${one.said}, ${Math.round(one.chance * 100)} %`).join(" · ")}{" "}
        {recording && (
          <Link className="go" to={`/recordings/${recording.id}/racks/${rack}/shots/${number}/call`}>
            {stated.length ? "Call it too" : "Call this shot"}
          </Link>
        )}
      </span>
    </Row>
  );
}

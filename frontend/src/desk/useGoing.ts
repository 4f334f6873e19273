/** Where the desk goes: to a shot, to the next rack, to the choices; each has an address. */
import { useEffect, useRef } from "react";
import { useNavigate } from "react-router";
import type { Context } from "../commands/commands";
import { goAlong } from "../player/usePictureOf";
import { rackAfter } from "../rack/addRack";
import { useDesk } from "../rack/deskStore";
import { isHidden, STUDY } from "../rack/rackDoc";
import { saveNow } from "../rack/saving";

export type Going = { go: (shot: number) => void; nextRack: () => void; context: () => Context };

export function useGoing(base: string, shotNumber: number): Going {
  const navigate = useNavigate();
  const going = useRef<number | null>(null); // where the last key went, until its address is drawn
  useEffect(() => {
    // An address drawn late, after a second key, must not take the desk back.
    if (going.current !== null && going.current !== shotNumber) return;
    going.current = null;
    useDesk.setState({ current: shotNumber });
  }, [shotNumber]);

  const go = (shot: number) => {
    going.current = shot === shotNumber ? null : shot;
    useDesk.setState({ current: shot });
    goAlong(useDesk.getState().doc.shots[shot - 1]?.id ?? ""); // before the desk is drawn, which takes longer
    void navigate(`${base}/shots/${shot}`, { replace: true });
  };
  const nextRack = () =>
    void (async () => {
      const { recording: here, number: rack } = useDesk.getState();
      if (!here || here.match.kind === STUDY) return; // a study is one rack
      try {
        await saveNow();
        void navigate(`/recordings/${here.id}/racks/${await rackAfter(here.id, rack)}`);
      } catch (problem) {
        const saveWords = problem instanceof Error ? problem.message : "no next rack";
        useDesk.setState({ save: "refused", saveWords });
      }
    })();
  const context = () => {
    const { current, doc, blind } = useDesk.getState();
    const shot = Math.max(1, Math.min(current, doc.shots.length));
    const waits = isHidden(blind, doc.shots[shot - 1]?.shot); // the decision is judged first
    const choices = () => {
      if (!waits) void navigate(`${base}/choices/${shot}`);
    };
    return { shot, shots: doc.shots.length, go, nextRack, choices };
  };
  return { go, nextRack, context };
}

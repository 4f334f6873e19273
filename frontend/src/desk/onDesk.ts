/** The shot on the desk as it may be seen, and what the tool has answered about it. */
import { useEffect } from "react";
import type { Path, Places, Review, Shot } from "../api/types";
import { useChart } from "../chart/chartStore";
import { useAsked } from "../chart/useAsked";
import { needs } from "../parts/race";
import { usePlaying, stop } from "../rack/playing";
import { useDesk } from "../rack/deskStore";
import { isHidden, layouts, type DocShot } from "../rack/rackDoc";
import { useStory } from "../story/useStory";
import { useFinding, useForecast } from "./striking";
import { useMapped } from "./useMapped";

type Layout = { before: Places; after: Places | null };

/**
 * `seen`: every shot's layouts. `line`: the rack's shots as they may be seen. `layout` and `shot` are those of
 * the shot on the desk; while its decision is judged first (`hidden`) they are without the result. `ended`: the
 * table shows what the strike left. `shown`: the balls drawn on it.
 */
export type OnDesk = {
  number: number;
  id: string;
  own: Shot;
  shot: Shot;
  review: Review | undefined;
  layout: Layout;
  shown: Places;
  hidden: boolean;
  ended: boolean;
  seen: Record<string, Layout>;
  line: DocShot[];
};

const NO_BALLS: Places = {};

/** The shot at a number from 1; null in a rack without shots. */
export function useOnDesk(shotNumber: number): OnDesk | null {
  const doc = useDesk((s) => s.doc);
  const reviews = useDesk((s) => s.reviews);
  const slip = useDesk((s) => s.slip);
  const blind = useDesk((s) => s.blind);
  const number = Math.max(1, Math.min(shotNumber, doc.shots.length));
  const docShot = doc.shots[number - 1];
  if (!docShot) return null;
  const seen = layouts(doc);
  const hidden = isHidden(blind, docShot.shot);
  const stages = seen[docShot.id] ?? { before: NO_BALLS, after: null };
  const layout = hidden ? { before: stages.before, after: null } : stages;
  const ended = !hidden && (slip === "result" || slip === "worth");
  const shot = hidden ? { ...docShot.shot, result: null } : docShot.shot;
  return {
    number,
    id: docShot.id,
    own: docShot.shot,
    shot,
    review: reviews[docShot.id],
    layout,
    shown: ended ? (layout.after ?? layout.before) : layout.before,
    hidden,
    ended,
    seen,
    line: hidden ? [...doc.shots.slice(0, number - 1), { ...docShot, shot }] : doc.shots,
  };
}

/** What the server has said so far about the shot on the desk; the strike that can be played is offered. */
export function useAnswers(recording: number, here: OnDesk | null) {
  const doc = useDesk((s) => s.doc);
  const rack = useDesk((s) => s.number);
  const stored = useDesk((s) => s.base);
  const known = useDesk((s) => s.recording);
  const view = useChart((s) => s.view);
  const number = here?.number ?? 1;
  const ended = here?.ended ?? false;
  const before = here?.layout.before ?? NO_BALLS;
  const forecast = useForecast(recording, here?.id ?? "", before, here?.own);
  const finding = useFinding(recording, here?.id ?? "", before, here?.own, ended);
  const planned = forecast.data?.planned ?? null;
  const found = ended ? (finding.data?.found[0] ?? null) : null;
  useEffect(() => {
    const strike = ended ? found : planned;
    const offered = strike ? { paths: strike.paths as Path[], seconds: strike.seconds } : null;
    usePlaying.setState({ offered });
    return stop;
  }, [ended, found, planned]);
  const { story, analyse } = useStory(
    recording,
    rack,
    JSON.stringify([stored.rackVersion, stored.versions]),
  );
  const charted = ["next", "here", "order"].includes(view) && Boolean(here);
  const beside = view === "order" ? { insured: true } : {};
  const outlook = useAsked("outlook", recording, rack, doc, number, charted, beside);
  const routes = useAsked("routes", recording, rack, doc, number, view === "routes" && Boolean(here));
  const reading = useAsked("reading", recording, rack, doc, number, view === "table" && Boolean(here));
  const wins = view === "win" && Boolean(here);
  const race = known && here ? needs(known, rack, here.own.shooter) : null;
  const winning = useAsked("winning", recording, rack, doc, number, wins, { race });
  const mapped = useMapped(recording, here);
  return {
    forecast,
    finding,
    planned,
    found,
    story,
    analyse,
    view,
    outlook,
    routes,
    reading,
    winning,
    mapped,
  };
}

export type Answers = ReturnType<typeof useAnswers>;

/** The four slips of the shot on the desk. */
import type { RecordingView, TableView, Words } from "../api/types";
import { lower } from "../parts/fields";
import { measureOf } from "../parts/measure";
import { came } from "../parts/RackLine";
import { useDesk } from "../rack/deskStore";
import { PlanSlip } from "../slips/PlanSlip";
import { ResultSlip } from "../slips/ResultSlip";
import { StrikeSlip } from "../slips/StrikeSlip";
import { WorthSlip } from "../slips/WorthSlip";
import { AskFor } from "../story/AskFor";
import { cancelAnalysis } from "../story/useStory";
import type { Units } from "../units/units";
import type { Answers, OnDesk } from "./onDesk";
import { planLine, strikeLine, worthLine } from "./shortly";
import { JudgeFirst, SlipBox } from "./SlipBox";
import { withMaps } from "./useMapped";

type Props = {
  here: OnDesk;
  answers: Answers;
  recording: RecordingView;
  table: TableView;
  words: Words;
  units: Units;
};

export function Slips({ here, answers, recording, table, words, units }: Props) {
  const now = useDesk((s) => s.slip);
  const { number, own: shot, layout, hidden } = here;
  const { forecast, finding, planned, found, story, analyse, mapped } = answers;
  const review = withMaps(here.review, mapped);
  const player = recording.players.find((p) => p.id === shot.shooter);
  const level = lower(words.models[player?.model ?? ""] ?? player?.level ?? "");
  const same = { number, shot, review, words, units };
  const wait = <JudgeFirst number={number} words={words} />;
  const ask = story && (
    <AskFor story={story} analyse={analyse} cancel={() => cancelAnalysis(recording.id)} />
  );
  return (
    <>
      <SlipBox slip="plan" now={now} line={planLine(shot, words)}>
        <PlanSlip key={here.id} {...same} before={layout.before} free={review?.free ?? false} />
      </SlipBox>
      <SlipBox slip="strike" now={now} line={strikeLine(review, planned?.pot.value)}>
        <StrikeSlip
          {...same}
          level={level}
          forecast={forecast.data}
          mapped={mapped}
          waiting={forecast.waiting}
        />
      </SlipBox>
      <SlipBox slip="result" now={now} line={hidden ? "hidden until the decision is judged" : came(shot)}>
        {hidden ? (
          wait
        ) : (
          <ResultSlip
            {...same}
            before={layout.before}
            diamond={table.sights ? table.diamond : 0}
            finding={finding.data}
            waiting={finding.waiting}
          />
        )}
      </SlipBox>
      <SlipBox slip="worth" now={now} line={hidden ? "hidden" : worthLine(shot, review, words, units)}>
        {hidden ? (
          wait
        ) : (
          <WorthSlip
            {...same}
            worth={story?.shots[number - 1]}
            measure={measureOf(story?.measure ?? "")}
            who={`${player?.name ?? shot.shooter}, ${level} model`}
            found={found}
            ask={ask}
          />
        )}
      </SlipBox>
    </>
  );
}

/** Orders in words: the proposed one with its key balls, the one written down, and another it is held to. */
import type { Outlook, OwnOrder, Words } from "../api/types";
import { amount, change, CHANGED, PURPOSE, spread, type Measure } from "../parts/measure";
import { shortName, theBall } from "../table/colours";
import { insured } from "./insured";

type Props = { outlook: Outlook; measure: Measure; words: Words };

export function OrderLine({ outlook, measure, words }: Props) {
  return (
    <>
      {outlook.proposed.length > 0 && <Proposed outlook={outlook} measure={measure} words={words} />}
      {outlook.own && (
        <Written name="Order written down" order={outlook.own} outlook={outlook} measure={measure} />
      )}
      {outlook.against && (
        <Written name="The other order" order={outlook.against} outlook={outlook} measure={measure} />
      )}
      {outlook.own && !outlook.against && (
        <p className="quiet">Write another order in the visit's plan to hold it against this one.</p>
      )}
      <Gap outlook={outlook} measure={measure} />
    </>
  );
}

/** The proposed order: balls with their pockets, the key transition, and what it ends with. */
function Proposed({ outlook, measure, words }: Props) {
  const legs = outlook.proposed;
  const worst = outlook.hardest === null ? null : legs[outlook.hardest];
  const { key_ball: key, break_ball: last } = outlook;
  const saved = insured(outlook.insurance, outlook.combinations, words);
  return (
    <p data-testid="order">
      Proposed order:{" "}
      {legs.map((leg, k) => (
        <span key={k}>
          {k > 0 && " → "}
          <span
            title={`${words.pockets[leg.shot.pocket] ?? leg.shot.pocket}; ${amount(measure, leg.value)} ${PURPOSE[measure]}`}
            className={k === outlook.hardest ? "font-bold" : ""}
          >
            {shortName(leg.shot.ball)}
          </span>
        </span>
      ))}
      {worst && (
        <>
          ; the key shot is {theBall(worst.shot.ball)},{" "}
          {words.pockets[worst.shot.pocket] ?? worst.shot.pocket}: pot and position keep{" "}
          <span className="num">{(worst.kept * 100).toFixed(0)} %</span> of what could follow
        </>
      )}
      {last && (
        <>
          ; break ball <b>{theBall(last)}</b>
          {key && (
            <>
              , key ball <b>{theBall(key)}</b>
            </>
          )}
        </>
      )}
      {saved && <>; insurance: {saved}</>}.
    </p>
  );
}

/** An order that somebody wrote down, beside the proposed one. */
function Written({
  name,
  order: own,
  outlook,
  measure,
}: {
  name: string;
  order: OwnOrder;
  outlook: Outlook;
  measure: Measure;
}) {
  const order = own.balls.map(shortName).join(" → ");
  if (own.value === null)
    return (
      <p data-testid="own-order">
        {name}, {order}: <span className="quiet">not valued: {own.reason}</span>
      </p>
    );
  const less = own.value - (outlook.value ?? 0);
  const off = spread(measure, own.error);
  return (
    <p data-testid="own-order">
      {name}, {order}: <b className="num">{amount(measure, own.value)}</b>
      {off && <span className="num quiet"> {off}</span>},{" "}
      <Less less={less} error={own.error ?? 0} measure={measure} than="the proposed one" />.
    </p>
  );
}

/** The two orders of people, one against the other. */
function Gap({ outlook, measure }: { outlook: Outlook; measure: Measure }) {
  const gap = outlook.gap;
  if (!gap) return null;
  const off = spread(measure, gap.error);
  return (
    <p data-testid="order-gap">
      The order written down:{" "}
      <Less less={gap.value} error={gap.error} measure={measure} than="the other one" />
      {off && <span className="num quiet"> {off}</span>}.
    </p>
  );
}

function Less({
  less,
  error,
  measure,
  than,
}: {
  less: number;
  error: number;
  measure: Measure;
  than: string;
}) {
  if (Math.abs(less) <= 2 * error) return <span className="quiet">too close to call against {than}</span>;
  return (
    <>
      <b className="num" style={{ color: less > 0 ? "var(--gain)" : "var(--loss)" }}>
        {change(measure, less)}
      </b>{" "}
      {CHANGED[measure]} against {than}
    </>
  );
}

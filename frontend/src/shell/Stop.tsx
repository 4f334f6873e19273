/** Takes back work that was asked for; says so until it has ended, for what is under way may take seconds. */
import { useState } from "react";

type Props = { stop: () => Promise<unknown>; tell: (work: Promise<void>) => void };

export function Stop({ stop, tell }: Props) {
  const [asked, setAsked] = useState(false);
  const take = async () => {
    setAsked(true);
    try {
      await stop();
    } catch (problem) {
      setAsked(false);
      throw problem;
    }
  };
  if (asked) return <span className="quiet">– stopping once what is under way has ended</span>;
  return (
    <button type="button" className="text-primary underline" onClick={() => tell(take())}>
      stop
    </button>
  );
}

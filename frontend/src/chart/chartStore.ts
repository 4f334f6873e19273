/** What lies on the table of the tool's own: a map, an order, routes or a reading; kept for this browser. */
import { create } from "zustand";

/**
 * `next`: where the cue ball should go; `here`: what it would be worth elsewhere now; `win`: the chance to win
 * after this shot, whatever stroke comes next; `order`: the proposed plan; `routes`: ways to the next ball; `table`: what passes, what is tied up.
 */
export const VIEWS = ["off", "next", "routes", "here", "win", "order", "table"] as const;
export type View = (typeof VIEWS)[number];
export const LOSSES = [0.05, 0.1, 0.2];

const VIEW = "aretane.map";
const LOSS = "aretane.map.loss";

type Held = { view: View; loss: number; picked: number };

export const useChart = create<Held>(() => ({
  view: VIEWS.find((one) => one === localStorage.getItem(VIEW)) ?? "off",
  loss: LOSSES.find((one) => String(one) === localStorage.getItem(LOSS)) ?? 0.1,
  picked: 0,
}));

export function show(view: View): void {
  localStorage.setItem(VIEW, view);
  useChart.setState({ view, picked: 0 });
}

export function allow(loss: number): void {
  localStorage.setItem(LOSS, String(loss));
  useChart.setState({ loss });
}

/** Which of the routes, or of the ways to open a cluster, is drawn. */
export const pick = (picked: number): void => useChart.setState({ picked });

/** The next one of those; the views know how many there are. */
export const nextPick = (): void => useChart.setState((s) => ({ picked: s.picked + 1 }));

export const nextView = (): void =>
  show(VIEWS[(VIEWS.indexOf(useChart.getState().view) + 1) % VIEWS.length] ?? "off");

export function nextLoss(): void {
  allow(LOSSES[(LOSSES.indexOf(useChart.getState().loss) + 1) % LOSSES.length] ?? 0.1);
}

import type { components, paths } from "./schema";

type Schemas = components["schemas"];
/** Every field there, codes as plain text: the vocabulary that people choose from comes with /api/words. */
type Loose<T> = T extends string ? string : T;
type Whole<T> = { [K in keyof T]-?: Loose<Exclude<T[K], undefined>> };

export type Place = [number, number];
export type Places = Record<string, Place>;

/** The shapes as they come from the server: every field there. */
export type Layout = { from: "previous" | "empty"; balls: Record<string, Place | null> };
export type TargetKind = NonNullable<Schemas["TargetShape"]["kind"]>;
export type Target = {
  kind: TargetKind;
  a: Place | null;
  b: Place | null;
  side: "left" | "right" | null;
  ball: string | null;
};
export type Tip = { side: number; height: number };
export type PocketName = Schemas["PottedShape"]["pocket"];
export type VisitPlan = {
  order: string[];
  key_ball: string | null;
  break_ball: string | null;
  problems: string[];
  insurance: string[];
  other_order: string[];
  combinations: [string, string][];
  clusters: string;
  group: string | null;
  group_reason: string;
  state: string | null;
};
export type Plan = Omit<
  Whole<Schemas["PlanShape"]>,
  "visit" | "target" | "second" | "tip" | "via" | "pocket" | "next_pocket" | "also" | "aids"
> & {
  also: string[];
  aids: string[];
  second: Target;
  pocket: PocketName | null;
  next_pocket: PocketName | null;
  target: Target;
  tip: Tip | null;
  via: Place[];
  visit: VisitPlan | null;
};
export type Result = {
  potted: { ball: string; pocket: PocketName }[];
  off_table: string[];
  foul: string | null;
  cue_end: Place | null;
  moved: Places;
  foul_ball: string | null;
  penalty: number | null;
  miss: boolean;
  break_rails: number | null;
  break_over: number | null;
  ruled: { reason: string; next: string | null; winner: string | null } | null;
  observed: Observed | null;
};
/** What was seen of the stroke on playback. */
export type Observed = { tip: string[]; contact: string | null; faults: string[] };
/** What somebody says of a decision, and what they would have played. */
export type Verdict = {
  by: string;
  decision: string;
  reason: string;
  advised: WouldPlay | null;
  school: string | null;
};
export type WouldPlay = { kind: string; ball: string | null; pocket: PocketName | null };
export type Judgement = Omit<Whole<Schemas["JudgementShape"]>, "causes" | "verdicts" | "evidence"> & {
  causes: string[];
  verdicts: Verdict[];
  evidence: Record<string, string>;
};
/** What a person drew: on the table in mm, on the picture in shares of its width and height. */
export type Drawing = { on: "table" | "picture"; kind: "line" | "zone"; points: Place[] };
/** How a rack stands where the shots before do not say it. */
export type Position = Whole<Schemas["PositionShape"]>;
export type Shot = {
  shooter: string;
  time_s: number | null;
  end_s: number | null;
  gap: string | null;
  layout: Layout;
  position: Position | null;
  plan: Plan;
  result: Result | null;
  judgement: Judgement;
  drawings: Drawing[];
  notes: string;
  tags: string[];
};

export type Pot = Schemas["PotView"];
export type Review = Omit<Schemas["ReviewView"], "before" | "after" | "respot"> & {
  before: Places;
  respot: Places;
  after: Places | null;
};
export type ShotView = { id: string; version: number; damage: string[]; shot: Shot; review: Review };
export type RackView = Omit<Schemas["RackView"], "shots"> & { shots: ShotView[] };
export type RecordingView = Schemas["RecordingView"];
export type Study = Omit<Schemas["StudyView"], "balls"> & { balls: Places };
export type RecordingLine = Schemas["RecordingLineView"];
export type Working = Schemas["WorkingView"];
export type TableView = Schemas["TableView"];
export type Game = Omit<Schemas["GameView"], "racked"> & { racked: Places };
export type DeskView = { recording: RecordingView; table: TableView; game: Game; rack: RackView };
export type Words = Schemas["WordsView"];
export type Session = Schemas["SessionView"];
export type Player = Schemas["PlayerView"];
export type Hand = Schemas["PlayerBody"]["hand"];
export type Level = NonNullable<Schemas["PlayerBody"]["level"]>;
export type Numbers = Schemas["NumbersView"];
export type Rung = Schemas["RungView"];
export type Interval = Schemas["IntervalView"];
export type Compare = Schemas["CompareView"];
export type FileCheck = Schemas["FileCheckView"];
export type Problem = Schemas["Problem"];
export type Options = Schemas["OptionsShape"];
export type SetUp = {
  version: number;
  match: Omit<Whole<Schemas["MatchShape"]>, "options"> & { options: Options };
  table: Whole<Schemas["TableShape"]>;
  players: number[];
};
export type RecordingBody = Schemas["RecordingBody"];
export type Forecast = Schemas["ForecastView"];
export type PlannedStrike = Schemas["PlannedView"];
export type Finding = Schemas["FindingView"];
export type FoundStrike = Schemas["FoundView"];
export type Path = { ball: string; points: [number, number, number][]; rails: number; falls: boolean };
export type Share = Schemas["ShareView"];
export type VideoPart = Schemas["VideoPartView"];
export type VideoIntake = Schemas["IntakeView"];
export type VttCheck = Schemas["VttCheckView"];

export type Chart = Whole<Schemas["ChartView"]>;
export type Advised = Whole<Schemas["AdvisedView"]>;
export type Leg = Whole<Schemas["LegView"]>;
export type Mapped = Whole<Schemas["MappedView"]>;
export type WinChart = Whole<Schemas["WinChartView"]>;
export type Winning = Omit<Whole<Schemas["WinningView"]>, "chart" | "match"> & {
  chart: WinChart | null;
  match: MatchWorth | null;
};
export type Outlook = Whole<Schemas["OutlookView"]>;
export type OwnOrder = Whole<Schemas["OwnOrderView"]>;
export type Angle = Whole<Schemas["AngleView"]>;
export type Route = Whole<Schemas["RouteView"]>;
export type Routes = Omit<Whole<Schemas["RoutesView"]>, "routes"> & { routes: Route[] };
export type BallReading = Whole<Schemas["BallReadingView"]>;
export type Weighed = Whole<Schemas["WeighedView"]>;
export type Combination = Whole<Schemas["CombinationView"]>;
export type BreakOut = Whole<Schemas["BreakOutView"]>;
export type Reading = Whole<Schemas["ReadingView"]>;
export type Story = Whole<Schemas["StoryView"]>;
export type StoryShot = Whole<Schemas["StoryShotView"]>;
export type Part = Whole<Schemas["PartView"]>;
export type RackProgress = Whole<Schemas["RackProgressView"]>;
export type Branch = Schemas["BranchView"];
export type Option = Omit<Whole<Schemas["OptionView"]>, "made" | "missed" | "foul"> & {
  made: Branch;
  missed: Branch;
  foul: Branch;
};
export type MatchWorth = Whole<Schemas["MatchView"]>;
export type Choices = Omit<Whole<Schemas["ChoicesView"]>, "options" | "match"> & {
  options: Option[];
  match: MatchWorth | null;
};
export type WeighedOption = Whole<Schemas["WeighedOptionView"]>;
export type LedgerEntry = Omit<Whole<Schemas["EntryView"]>, "made" | "best"> & {
  made: WeighedOption;
  best: WeighedOption;
};
export type LedgerSafety = Omit<Whole<Schemas["SafetyView"]>, "meant" | "left"> & {
  meant: WeighedOption | null;
  left: Whole<Schemas["LeftView"]> | null;
};
export type LedgerExchange = Whole<Schemas["ExchangeView"]>;
export type LedgerTotal = Whole<Schemas["TotalView"]>;
export type Ledger = Omit<Whole<Schemas["LedgerView"]>, "entries" | "safeties" | "exchanges" | "totals"> & {
  totals: LedgerTotal[];
  entries: LedgerEntry[];
  safeties: LedgerSafety[];
  exchanges: LedgerExchange[];
};
export type Kick = Whole<Schemas["KickView"]>;
export type Kicks = Omit<Whole<Schemas["KicksView"]>, "kicks"> & { kicks: Kick[] };

export type Catalog = Whole<Schemas["CatalogView"]>;
export type Split = Catalog["splits"][number];
export type Asked = Whole<Schemas["AskedView"]>;
export type AnswerBand = Asked["series"][number]["bands"][number];
export type Held = NonNullable<AnswerBand["apart"]>;
export type FoundShots = Whole<Schemas["ShotsView"]>;
export type AskedQuery = NonNullable<paths["/api/numbers/asked"]["get"]["parameters"]["query"]>;

export type CountedShare = Schemas["CountedShareView"];
export type Sheet = Whole<Schemas["SheetView"]>;
export type PlayerSheet = Sheet["players"][number];
export type Habits = Whole<Schemas["HabitsView"]>;
export type Habit = Habits["habits"][number];
export type Roses = Omit<Whole<Schemas["RosesView"]>, "roses"> & { roses: Rose[] };
export type Rose = Whole<Schemas["RoseView"]>;

export type Score = Omit<Whole<Schemas["ScoreView"]>, "bands"> & {
  bands: { stated: number; came: Interval }[];
};
export type PlayerModel = Omit<Whole<Schemas["PlayerModelView"]>, "judged"> & { judged: Score | null };
export type PlayerWorth = Whole<Schemas["PlayerWorthView"]>;
export type Causes = Whole<Schemas["CausesView"]>;
export type Then = Whole<Schemas["ThenView"]>;
export type Call = Whole<Schemas["CallView"]>;
export type Judge = Omit<Whole<Schemas["JudgeView"]>, "score"> & { score: Score | null };
export type Judges = Omit<Whole<Schemas["JudgesView"]>, "judges"> & { judges: Judge[] };

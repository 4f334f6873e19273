/** Numbers as people read them. The server speaks mm, degrees and m/s. */

export type Units = { length: "mm" | "in"; speed: "kmh" | "mph" };

/** The units this member reads; millimetres and km/h until the session is known. */
export const unitsOf = (session: { length_unit: string; speed_unit: string } | undefined): Units => ({
  length: session?.length_unit === "in" ? "in" : "mm",
  speed: session?.speed_unit === "mph" ? "mph" : "kmh",
});

export function length(mm: number, units: Units): string {
  if (units.length === "in") return `${(mm / 25.4).toFixed(1)} in`;
  const size = Math.abs(mm);
  return size >= 1000
    ? `${(mm / 1000).toFixed(2)} m`
    : size >= 100
      ? `${(mm / 10).toFixed(0)} cm`
      : `${mm.toFixed(0)} mm`;
}

export function speed(ms: number, units: Units): string {
  return units.speed === "mph" ? `${(ms * 2.236936).toFixed(1)} mph` : `${(ms * 3.6).toFixed(1)} km/h`;
}

/** A share that was counted. */
export function percent(value: number | null | undefined): string {
  return value === null || value === undefined ? "not known" : `${(value * 100).toFixed(0)} %`;
}

/** A chance that was computed: never certain, never nothing. */
export function chance(value: number | null | undefined): string {
  if (value === null || value === undefined) return "not analysed";
  if (value < 0.01) return "<1 %";
  return value > 0.99 ? ">99 %" : percent(value);
}

export function degrees(angle: number): string {
  return `${Math.abs(angle).toFixed(0)}°`;
}

/** Thickness of a hit in the words of the table, nearest common fraction. */
export function thickness(fullness: number): string {
  if (fullness >= 0.97) return "full";
  const steps: [number, string][] = [
    [0.875, "seven-eighths"],
    [0.75, "three-quarter"],
    [0.625, "five-eighths"],
    [0.5, "half"],
    [0.375, "three-eighths"],
    [0.25, "quarter"],
    [0.125, "eighth"],
  ];
  if (fullness < 0.07) return "graze";
  return steps.reduce((best, step) =>
    Math.abs(step[0] - fullness) < Math.abs(best[0] - fullness) ? step : best,
  )[1];
}

/** A place in diamonds along and across, counted from the corner at the origin; on a table without sights
 *  (`diamond` 0) in mm. */
export function diamonds(place: [number, number], diamond: number): string {
  if (!diamond) return `${place[0].toFixed(0)} × ${place[1].toFixed(0)} mm`;
  return `${(place[0] / diamond).toFixed(2)} × ${(place[1] / diamond).toFixed(2)} diamonds`;
}

export function clock(seconds: number): string {
  const whole = Math.floor(seconds);
  const rest = seconds - whole;
  const tail = rest >= 0.05 ? `.${Math.round(rest * 10) % 10}` : "";
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}${tail}`;
}

/** Reads "75", "1:15" or "1:02:03.5" as seconds; null when it is none of them. */
export function seconds(text: string): number | null {
  if (!/^\d+(:\d{1,2}){0,2}(\.\d+)?$/.test(text.trim())) return null;
  return text
    .trim()
    .split(":")
    .reduce((sum, part) => sum * 60 + Number(part), 0);
}

/** Where the tip goes, in the words of the table: R is the ball's radius. */
export function tipAt(tip: { side: number; height: number }): string {
  return tipWith(tip, tips);
}

/** The same with the ball radii beside the tips. */
export function tipInFull(tip: { side: number; height: number }): string {
  return tipWith(tip, (v) => `${tips(v)} (${Math.abs(v).toFixed(2)}\u00a0R)`);
}

/** Ball radii to one tip: three of them reach the miscue limit at half a radius (common practice). */
const TIP = 1 / 6;

/** Tips in so many ball radii. */
export const tipsOf = (radii: number): number => radii / TIP;

function tips(radii: number): string {
  const count = tipsOf(Math.abs(radii));
  return `${count.toFixed(1)}\u00a0${Math.abs(count - 1) < 0.05 ? "tip" : "tips"}`;
}

function tipWith(tip: { side: number; height: number }, amount: (radii: number) => string): string {
  const parts = [];
  if (Math.abs(tip.height) >= 0.03)
    parts.push(`${tip.height > 0 ? "follow" : "draw"} ${amount(tip.height)}`);
  if (Math.abs(tip.side) >= 0.03) parts.push(`${tip.side > 0 ? "right" : "left"} ${amount(tip.side)}`);
  return parts.join(", ") || "centre ball";
}

/** How large a file is. */
export function size(bytes: number): string {
  if (bytes >= 1e9) return `${(bytes / 1e9).toFixed(2)} GB`;
  return bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1e3)} kB`;
}

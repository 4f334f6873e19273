/** Pure layout of the rungs: shares on one axis, lengths on another. */
export const share = (value: number): number => value * 100;

/** A symmetric round limit that holds every value. */
export function limitFor(values: number[]): number {
  const most = Math.max(10, ...values.map(Math.abs));
  const power = 10 ** Math.floor(Math.log10(most));
  return [1, 2, 3, 5, 10].map((m) => m * power).find((m) => m >= most) ?? most;
}

/** A value's place from 0 to 100 on an axis from -limit to limit. */
export const around = (value: number, limit: number): number => ((value + limit) / (2 * limit)) * 100;

export const signed = (value: number, digits = 0): string =>
  `${value > 0 ? "+" : value < 0 ? "−" : "±"}${Math.abs(value).toFixed(digits)}`;

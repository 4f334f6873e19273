/** Daylight or lamplight: what the member chose, else what the system prefers. */
export type Theme = "daylight" | "lamplight";
const KEY = "aretane.theme";

export function storedTheme(): Theme {
  const stored = localStorage.getItem(KEY);
  if (stored === "daylight" || stored === "lamplight") return stored;
  return window.matchMedia("(prefers-color-scheme: dark)").matches ? "lamplight" : "daylight";
}

export function applyTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
}

export function switchTheme(): void {
  const theme = document.documentElement.dataset.theme === "lamplight" ? "daylight" : "lamplight";
  localStorage.setItem(KEY, theme);
  applyTheme(theme);
}

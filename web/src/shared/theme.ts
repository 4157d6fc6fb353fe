/** Light or dark: as the system has it, or as one chose. */
export const THEMES = ["system", "light", "dark"] as const;
export type Theme = (typeof THEMES)[number];

const KEY = "bunraku.theme";
const dark = () => window.matchMedia?.("(prefers-color-scheme: dark)").matches ?? false;

export function chosenTheme(): Theme {
  const kept = localStorage.getItem(KEY);
  return THEMES.find((theme) => theme === kept) ?? "system";
}

/** Show the page in the theme that was chosen. */
export function showTheme(): void {
  const theme = chosenTheme();
  const shown = theme === "system" ? (dark() ? "dark" : "light") : theme;
  document.documentElement.dataset.theme = shown;
}

export function chooseTheme(theme: Theme): void {
  if (theme === "system") localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, theme);
  showTheme();
}

/** Follow the system from now on, where nothing was chosen. */
export function followSystem(): void {
  showTheme();
  window.matchMedia?.("(prefers-color-scheme: dark)").addEventListener("change", showTheme);
}

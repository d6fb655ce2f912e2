export type Theme = "system" | "chart" | "watch";

export const themes: Record<Theme, string> = {
  system: "Follow the system",
  chart: "Chart, for the day",
  watch: "Watch, for the night",
};

const KEY = "safestep.theme";

export function pinnedTheme(): Theme {
  const stored = localStorage.getItem(KEY);
  return stored === "chart" || stored === "watch" ? stored : "system";
}

/** Pins a theme, or lets it follow the system. */
export function applyTheme(theme: Theme) {
  if (theme === "system") {
    localStorage.removeItem(KEY);
    delete document.documentElement.dataset.theme;
  } else {
    localStorage.setItem(KEY, theme);
    document.documentElement.dataset.theme = theme;
  }
}

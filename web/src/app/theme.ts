import { useEffect, useSyncExternalStore } from "react";

export type Theme = "system" | "light" | "dark";
const key = "corlin-theme";
const listeners = new Set<() => void>();

export function readTheme(): Theme {
  const kept = localStorage.getItem(key);
  return kept === "light" || kept === "dark" ? kept : "system";
}

export function setTheme(theme: Theme) {
  localStorage.setItem(key, theme);
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Puts the chosen theme on the page, following the system where none is chosen. */
export function useTheme(): Theme {
  const theme = useSyncExternalStore(subscribe, readTheme);
  useEffect(() => {
    const dark = matchMedia("(prefers-color-scheme: dark)");
    const apply = () => {
      const isDark = theme === "dark" || (theme === "system" && dark.matches);
      document.documentElement.toggleAttribute("data-dark", isDark);
      document.documentElement.dataset.theme = isDark ? "dark" : "light";
    };
    apply();
    dark.addEventListener("change", apply);
    return () => dark.removeEventListener("change", apply);
  }, [theme]);
  return theme;
}

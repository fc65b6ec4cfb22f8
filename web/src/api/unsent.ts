// Settings that were chosen and of which it is not known yet that the server has them: a page that is left at once loses none.
const key = "corlin-unsent";

export const unsentSettings = () => JSON.parse(localStorage.getItem(key) ?? "{}") as Record<string, unknown>;

export const forgetUnsent = () => localStorage.removeItem(key);

export function keepUnsent(name: string, value: unknown) {
  localStorage.setItem(key, JSON.stringify({ ...unsentSettings(), [name]: value }));
}

/** The server has it; what was chosen since stays. */
export function settingSent(name: string, value: unknown) {
  const { [name]: waiting, ...others } = unsentSettings();
  if (JSON.stringify(waiting) === JSON.stringify(value)) localStorage.setItem(key, JSON.stringify(others));
}

const typedByKey = "corlin-typed-by";

/** What is typed in this window belongs to who typed it: it outlives a session that ended, and goes when somebody else signs in. */
export function forgetTypedByOthers(address: string) {
  const before = sessionStorage.getItem(typedByKey);
  if (before !== null && before !== address) sessionStorage.clear();
  sessionStorage.setItem(typedByKey, address);
}

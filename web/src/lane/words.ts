/** "Lisbon" of Europe/Lisbon. */
export const cityOf = (zone: string) => (zone.split("/").at(-1) ?? zone).replaceAll("_", " ");

/** "Ana", "Ana and Tomé", "Ana, Tomé and Ruta". */
export function and(names: string[]): string {
  const last = names.at(-1) ?? "";
  return names.length < 2 ? last : `${names.slice(0, -1).join(", ")} and ${last}`;
}

/** "One letter", "7 letters". */
export const count = (n: number, one: string, many: string) => (n === 1 ? one : `${n} ${many}`);

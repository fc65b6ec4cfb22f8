import type { Entry } from "../api/types";
import type { Placed } from "./tracks";
import type { Axis } from "./axis";

/** An entry drawn: its block and where its label stands. */
export interface Drawn {
  placed: Placed;
  x: number;
  width: number;
  top: number;
  height: number;
  label: Spot | { number: number } | undefined;
}

interface Block {
  placed: Placed;
  x: number;
  width: number;
  top: number;
  height: number;
}

const lineHeight = 15;
const padding = 6;
const leastLabel = 40;
const leastNumber = 9;
const mostNarrow = 6;
const font = '600 12px "Figtree Variable", sans-serif';

let canvas: CanvasRenderingContext2D | null | undefined;
const widths = new Map<string, number>();

/** How wide a text is on a lane. */
function textWidth(text: string): number {
  const known = widths.get(text);
  if (known !== undefined) return known;
  canvas ??= document.createElement("canvas").getContext("2d");
  if (!canvas) return text.length * 6.6;
  canvas.font = font;
  // Figures are drawn as wide as each other, which a canvas does not know; a nought is as wide as any.
  const width = canvas.measureText(text.replace(/\d/g, "0")).width;
  widths.set(text, width);
  return width;
}

/** Texts measured before the font was there are measured again. */
export function forgetWidths() {
  widths.clear();
}

/** Height is commitment. */
const commitment: Record<string, number> = { firm: 1, pencilled: 0.5, hold: 0.2, free: 0.08 };
const heightOf = (p: Placed) => commitment[p.entry.takes] ?? 1;

type Measure = (text: string) => number;

function linesNeeded(text: string, width: number, measure: Measure): number {
  let lines = 1;
  let used = 0;
  for (const word of text.split(" ")) {
    const w = measure(word);
    if (used > 0 && used + 3.3 + w > width) {
      lines++;
      used = 0;
    }
    used += (used > 0 ? 3.3 : 0) + w;
  }
  return lines;
}

/** Blocks on the baseline; those that overlap are stacked, each in proportion to its commitment. */
function blocksOf(placed: Placed[], axis: Axis, dayStart: number, laneHeight: number): Block[] {
  const room = laneHeight - (laneHeight > 60 ? 8 : 3);
  const clusters = new Map<number, number[]>();
  for (const p of placed) {
    const tracks = clusters.get(p.cluster) ?? Array.from({ length: p.tracks }, () => 0);
    tracks[p.track] = Math.max(tracks[p.track] ?? 0, heightOf(p));
    clusters.set(p.cluster, tracks);
  }
  return placed.map((p) => {
    const x = axis.x(p.entry.start - dayStart);
    const right = axis.x(p.entry.end - dayStart);
    const tracks = clusters.get(p.cluster) ?? [];
    const scale =
      room /
      Math.max(
        1,
        tracks.reduce((a, b) => a + b, 0),
      );
    const below = tracks.slice(p.track + 1).reduce((a, b) => a + b, 0) * scale;
    const height = Math.max(3, heightOf(p) * scale - (p.tracks > 1 ? 1 : 0));
    return { placed: p, x, width: Math.max(3, right - x - 1), top: laneHeight - below - height, height };
  });
}

/** A place for a label, in the lane's pixels. */
interface Spot {
  x: number;
  top: number;
  width: number;
  titleLines: number;
  detail: boolean;
  /** The name with its long words shortened, where it does not fit as it is. */
  short?: string;
}

/** Inside the block, wrapped between its words; undefined where its height or width is too small for all of it. */
function inside(block: Block, measure: Measure): Spot | undefined {
  const { entry } = block.placed;
  const width = block.width - padding - 2;
  const most = Math.floor((block.height - 3) / lineHeight);
  const longest = Math.max(...entry.label.split(" ").map(measure));
  const titleLines = linesNeeded(entry.label, width, measure);
  if (longest > width || titleLines > most) return undefined;
  const detail = entry.detail !== null && titleLines < most && (measure(entry.detail) <= width || width > 74);
  return { x: block.x + padding, top: block.top + 3, width, titleLines, detail };
}

/** As many whole letters as fit, with the point of an abbreviation. */
function shortened(word: string, width: number, measure: Measure): string {
  if (measure(word) <= width) return word;
  let letters = word.length - 1;
  while (letters > 1 && measure(`${word.slice(0, letters)}.`) > width) letters--;
  const kept = word.slice(0, letters).replace(/[^\p{L}\p{N}]+$/u, "");
  // As people abbreviate: before a vowel.
  return `${kept.replace(/(?<=.{3})[aeiou]+$/i, "")}.`;
}

/** Inside the block, its long words shortened: a narrow column of which at least three letters a line can be read. */
function clipped(block: Block, measure: Measure): Spot | undefined {
  const width = block.width - 4;
  const most = Math.floor((block.height - 3) / lineHeight);
  if (width < measure("www") || most < 1) return undefined;
  const short = block.placed.entry.label
    .split(" ")
    .map((word) => shortened(word, width, measure))
    .join(" ");
  return {
    x: block.x + 3,
    top: block.top + 3,
    width,
    titleLines: Math.min(most, linesNeeded(short, width, measure)),
    detail: false,
    short,
  };
}

/**
 * Lays the entries of one lane out. A label stands inside its block, or wholly beside or above it on free lane: never across an edge, and
 * never over another entry or label. What has no room gets a number that the lane's head explains.
 */
export function draw(
  placed: Placed[],
  axis: Axis,
  dayStart: number,
  laneHeight: number,
  isQuiet: (entry: Entry) => boolean = () => false,
  measure: Measure = textWidth,
): Drawn[] {
  const blocks = blocksOf(placed, axis, dayStart, laneHeight);
  const labels: { x: number; right: number; top: number; bottom: number }[] = [];
  // A few narrow ones are numbered all the same; where there are many, numbers would stand on each other.
  const crowded = blocks.filter((b) => b.width < leastNumber).length > mostNarrow;

  /** The free lane from a point to the right, in a band; nothing where the point itself is taken. */
  const free = (x: number, top: number, bottom: number): number => {
    if (top < 0 || bottom > laneHeight) return 0;
    const inBand = (b: { top: number; bottom: number }) => b.top < bottom && b.bottom > top;
    const taken = [...blocks.map((b) => ({ x: b.x, right: b.x + b.width, top: b.top, bottom: b.top + b.height })), ...labels].filter(
      inBand,
    );
    if (taken.some((b) => b.x < x + 2 && b.right > x) || labels.some((l) => inBand(l) && l.x < x && l.right + 4 > x)) return 0;
    return Math.min(axis.width, ...taken.filter((b) => b.x >= x).map((b) => b.x)) - x - 4;
  };

  /** All of the name on free lane, on two lines at most. */
  const outside = (block: Block, x: number, topOf: (lines: number) => number, withDetail: boolean): Spot | undefined => {
    const { entry } = block.placed;
    const longest = Math.max(...entry.label.split(" ").map(measure));
    for (const titleLines of [1, 2]) {
      for (const detail of withDetail && entry.detail !== null ? [true, false] : [false]) {
        const lines = titleLines + (detail ? 1 : 0);
        const top = topOf(lines);
        const width = Math.min(
          free(x, top, top + lines * lineHeight),
          Math.max(measure(entry.label), detail ? measure(entry.detail ?? "") : 0) + 2,
        );
        if (width < leastLabel || longest > width || linesNeeded(entry.label, width, measure) > titleLines) continue;
        if (detail && measure(entry.detail ?? "") > width) continue;
        return { x, top, width, titleLines, detail };
      }
    }
    return undefined;
  };

  let numbered = 0;
  return blocks.map((block) => {
    const { entry } = block.placed;
    // Narrower than a number, or not read now: it stands there, and says what it is only when it is asked.
    if (isQuiet(entry) || (block.width < leastNumber && crowded)) return { ...block, label: undefined };
    const low = entry.takes === "hold" || entry.takes === "free" || block.height < lineHeight + 3;
    const above = () => outside(block, block.x, (lines) => block.top - lines * lineHeight - 1, false);
    const beside = () => outside(block, block.x + block.width + 4, () => Math.min(block.top + 3, laneHeight - lineHeight), true);
    const label = low
      ? (above() ?? beside() ?? clipped(block, measure))
      : (inside(block, measure) ?? beside() ?? (block.height < laneHeight / 1.5 ? above() : undefined) ?? clipped(block, measure));
    if (label) {
      const extent = Math.min(label.width, Math.max(measure(entry.label), label.detail ? measure(entry.detail ?? "") : 0));
      const lines = label.titleLines + (label.detail ? 1 : 0);
      labels.push({ x: label.x, right: label.x + extent, top: label.top, bottom: label.top + lines * lineHeight });
      return { ...block, label };
    }
    numbered++;
    return { ...block, label: { number: numbered } };
  });
}

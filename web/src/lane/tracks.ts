import type { Entry } from "../api/types";

/** Where an entry stands in its lane: the track it takes among those it overlaps. */
export interface Placed {
  entry: Entry;
  track: number;
  tracks: number;
  /** Those with one number overlap, directly or through others. */
  cluster: number;
}

/** Entries that overlap take tracks, the earlier one above. */
export function placeOnTracks(entries: Entry[]): Placed[] {
  const placed: Placed[] = [];
  let cluster: Placed[] = [];
  let ends: number[] = [];
  let number = 0;
  const close = () => {
    for (const p of cluster) p.tracks = ends.length;
    cluster = [];
    ends = [];
    number++;
  };
  for (const entry of entries.filter((e) => !e.allDay).toSorted((a, b) => a.start - b.start || b.end - a.end)) {
    if (ends.every((end) => end <= entry.start)) close();
    let track = ends.findIndex((end) => end <= entry.start);
    if (track < 0) track = ends.length;
    ends[track] = entry.end;
    const one = { entry, track, tracks: 1, cluster: number };
    cluster.push(one);
    placed.push(one);
  }
  close();
  return placed;
}

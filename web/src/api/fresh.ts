/** How long what was heard is gathered before the screen reads anew, in milliseconds; twice as long each time while more comes at once. */
const shortest = 150;
const longest = 2_400;

/** What comes later than this after the screen has read is no more of the same. */
const quiet = 1_000;

let read: () => Promise<void> = () => Promise.resolve();
let line: string | undefined;
let stale = false;
let onTheirWay = 0;
let waiting: ReturnType<typeof setTimeout> | undefined;
let gathering = shortest;
let lastRead = -Infinity;

/** Says how the screen reads anew. */
export function readsBy(how: () => Promise<void>) {
  read = how;
}

/** The line by which this screen hears of what others change. */
export function rememberLine(id: string | undefined) {
  line = id;
}

export const lineOfScreen = () => line;

/** When the first of what was read since the last look at this began; undefined where nothing was. */
let began: number | undefined;

/** Something is read for the screen. */
export async function reading(ask: () => Promise<Response>): Promise<Response> {
  const start = performance.now();
  const answer = await ask();
  began = Math.min(began ?? start, start);
  return answer;
}

/** How long ago the first reading began that came in since this was last asked, in milliseconds; 0 where nothing was read. */
export function sinceRead(): number {
  const ago = performance.now() - (began ?? performance.now());
  began = undefined;
  return ago;
}

/** Reads anew now; what was heard until now is in it, so that it is not read a second time. */
export function readAnew(): Promise<void> {
  stale = false;
  return read();
}

/** Something has changed: the screen reads anew once no change of its own is on its way, so that it does not ask for what that one takes away. */
export function becomeStale() {
  stale = true;
  if (waiting !== undefined) return;
  gathering = performance.now() - lastRead < quiet ? Math.min(longest, gathering * 2) : shortest;
  waiting = setTimeout(() => {
    waiting = undefined;
    if (!stale || onTheirWay > 0) return;
    void readAnew();
    lastRead = performance.now();
  }, gathering);
}

/** A change is on its way until its answer says whether it changed a calendar; where none comes, it may have. */
export async function underWay(send: () => Promise<Response>): Promise<Response> {
  onTheirWay += 1;
  let changed = true;
  try {
    const answer = await send();
    changed = answer.headers.has("X-Corlin-Changed");
    return answer;
  } finally {
    onTheirWay -= 1;
    if (changed || stale) becomeStale();
  }
}

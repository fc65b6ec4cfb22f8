import { useChanges, type Made } from "../changes";

/** Makes a change from the sheet, which closes when it is done and stays where it was refused. */
export function useRun(onDone: () => void) {
  const { run } = useChanges();
  return <T extends Made>(call: Promise<T>, words: string | ((made: T) => string)) => {
    run(call, words);
    void call.then(onDone, () => undefined);
  };
}

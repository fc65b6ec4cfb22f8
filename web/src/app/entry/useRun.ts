import { useChanges } from "../changes";

/** Makes a change from the sheet, which closes when it is done and stays where it was refused. */
export function useRun(onDone: () => void) {
  const { run } = useChanges();
  return (call: Promise<{ change: number }>, words: string) => {
    run(call, words);
    void call.then(onDone, () => undefined);
  };
}

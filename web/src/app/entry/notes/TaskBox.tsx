import { useState } from "react";
import { ask, client } from "../../../api/client";
import { useChanges } from "../../hooks/changes";

/** Whether a task is done. It shows what was said at once, and what stands again where that was refused. */
export function TaskBox({ id, words, done, label }: { id: string | null; words: string; done: boolean; label?: string }) {
  const { run } = useChanges();
  const [said, setSaid] = useState<boolean>();
  // What the server has since is what stands.
  const [stood, setStood] = useState(done);
  if (stood !== done) {
    setStood(done);
    setSaid(undefined);
  }
  const finish = (next: boolean) => {
    if (id === null) return;
    setSaid(next);
    const call = ask(client.PUT("/api/tasks/{id}", { params: { path: { id } }, body: { done: next } }));
    call.catch(() => setSaid(undefined));
    run(call, next ? `“${words}” is done.` : `“${words}” is still to be done.`);
  };
  return (
    <input
      type="checkbox"
      aria-label={label}
      disabled={id === null}
      checked={said ?? done}
      onChange={(e) => finish(e.target.checked)}
      className="size-4 shrink-0 translate-y-0.5 accent-sea"
    />
  );
}

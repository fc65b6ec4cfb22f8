import { ask, client } from "../../../api/client";
import type { TaskView } from "../../../api/types";
import { Tone } from "../../../ui/Tone";
import { useChanges } from "../../changes";

/** A task that is read, and may be said to be done. */
export function TaskRead({ task }: { task: TaskView }) {
  const { run } = useChanges();
  const words = (
    <>
      <span className={task.done ? "text-soft line-through" : ""}>{task.words}</span>{" "}
      <span className="text-soft">{task.owner ? task.owner.givenName : "nobody yet"}</span>{" "}
      {task.done ? <span className="text-soft">{task.done}</span> : task.dueWords && <Tone tone={task.tone}>{task.dueWords}</Tone>}
    </>
  );
  return (
    <li className="flex min-h-8 items-baseline gap-2 border-t border-rule py-1">
      {task.mayFinish ? (
        <label className="flex items-baseline gap-2">
          <input
            type="checkbox"
            checked={task.done !== null}
            onChange={(e) => finishTask(run, task.id, task.words, e.target.checked)}
            className="size-4 shrink-0 translate-y-0.5 accent-sea"
          />
          <span>{words}</span>
        </label>
      ) : (
        <span>{words}</span>
      )}
    </li>
  );
}

/** Says that a task is done, or not after all. */
export function finishTask(run: (call: Promise<{ change: number }>, words: string) => void, id: string, words: string, done: boolean) {
  run(
    ask(client.PUT("/api/tasks/{id}", { params: { path: { id } }, body: { done } })),
    done ? `“${words}” is done.` : `“${words}” is still to be done.`,
  );
}

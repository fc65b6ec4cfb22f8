import type { TaskView } from "../../../api/types";
import { Tone } from "../../../ui/Tone";
import { TaskBox } from "./TaskBox";

/** A task that is read, and may be said to be done. */
export function TaskRead({ task }: { task: TaskView }) {
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
          <TaskBox id={task.id} words={task.words} done={task.done !== null} />
          <span>{words}</span>
        </label>
      ) : (
        <span>{words}</span>
      )}
    </li>
  );
}

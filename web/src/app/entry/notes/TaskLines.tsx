import { useState } from "react";
import type { EntryDetails, TaskView } from "../../../api/types";
import { DatePart } from "../../../sentence/DatePart";
import { Choices, Part } from "../../../sentence/Part";
import { PeoplePicker } from "../../../sentence/PeoplePicker";
import { TaskBox } from "./TaskBox";
import { newTask, type Task } from "./useKeptNotes";
import { peopleOf } from "../../../lane/Attendees";

interface Props {
  tasks: Task[];
  /** The same as the server has them: whether they are done. */
  stand: TaskView[];
  attendees: EntryDetails["attendees"];
  onChange: (tasks: Task[]) => void;
}

/** What is to be done, by whom and by when: a line each. */
export function TaskLines({ tasks, stand, attendees, onChange }: Props) {
  const [words, setWords] = useState("");
  const change = (key: string, part: Partial<Task>) => onChange(tasks.map((t) => (t.key === key ? { ...t, ...part } : t)));
  const done = (task: Task) => stand.some((s) => s.id === task.id && s.done !== null);
  const people = peopleOf(attendees).map((a) => a.who);
  return (
    <div>
      {tasks.length > 0 && (
        <ul aria-label="To be done">
          {tasks.map((task) => (
            <li key={task.key} className="grid grid-cols-[24px_minmax(0,1fr)_auto] items-baseline border-t border-rule py-1">
              <TaskBox id={task.id} words={task.words} done={done(task)} label={`Done: ${task.words}`} />
              <input
                aria-label="Task"
                value={task.words}
                maxLength={300}
                onChange={(e) => change(task.key, { words: e.target.value })}
                className={`col-span-2 h-8 border-b border-transparent bg-transparent outline-none focus-visible:border-sea ${done(task) ? "text-soft line-through" : ""}`}
              />
              <span className="col-start-2 text-soft">
                <Part name="By whom" value={task.owner?.givenName ?? "nobody yet"} width={320}>
                  {(close) => (
                    <>
                      {people.length > 0 && (
                        <Choices<string>
                          value={task.owner?.id}
                          options={people.map((p) => ({ value: p.id, label: p.name }))}
                          onChoose={(id) => {
                            change(task.key, { owner: people.find((p) => p.id === id) ?? null });
                            close();
                          }}
                        />
                      )}
                      <PeoplePicker
                        label="Or somebody else"
                        known
                        quiet
                        chosen={[]}
                        onChange={(chosen) => {
                          change(task.key, { owner: chosen[0]?.person ?? null });
                          close();
                        }}
                      />
                    </>
                  )}
                </Part>
                , <DatePart name="By when" value={task.due} open="no date" onChange={(due) => change(task.key, { due })} />
              </span>
              <button
                type="button"
                aria-label={`Take “${task.words}” off`}
                className="min-h-8 px-1 text-[13px] underline underline-offset-4 hover:text-brick"
                onClick={() => onChange(tasks.filter((t) => t.key !== task.key))}
              >
                take off
              </button>
            </li>
          ))}
        </ul>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (words.trim() === "") return;
          onChange([...tasks, newTask(words.trim())]);
          setWords("");
        }}
      >
        <input
          aria-label="Another task"
          placeholder="What is to be done, then Enter"
          value={words}
          maxLength={300}
          onChange={(e) => setWords(e.target.value)}
          className="h-9 w-full border-b border-rule bg-transparent outline-none focus-visible:border-sea"
        />
      </form>
    </div>
  );
}

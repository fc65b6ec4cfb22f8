import { useRef, useState } from "react";
import { problemOf } from "../../api/client";
import { readAnew } from "../../api/fresh";
import { sendPeopleFile } from "../../api/files";
import type { ImportedPeople, Index } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

/** Takes a file of people in, and tells what came of it. */
export function TakePeopleIn({ index }: { index: Index }) {
  const { say } = useChanges();
  const input = useRef<HTMLInputElement>(null);
  const [keptFor, setKeptFor] = useState("");
  const [going, setGoing] = useState<string>();
  const [came, setCame] = useState<{ name: string; report: ImportedPeople }>();
  const [problem, setProblem] = useState<string>();
  const options = [
    { value: "", label: "known to everyone here" },
    ...index.keeps.map((k) => ({ value: k.id, label: `contacts of ${k.name}` })),
  ];

  const take = async (file: File | undefined) => {
    if (!file || going) return;
    setCame(undefined);
    setProblem(undefined);
    setGoing(file.name);
    try {
      const report = await sendPeopleFile(keptFor || undefined, file, () => undefined).came;
      setCame({ name: file.name, report });
      if (report.change) say(`${file.name}: ${report.added} entered, ${report.changed} changed.`, report.change);
      await readAnew();
    } catch (error) {
      setProblem(problemOf(error).message);
    } finally {
      setGoing(undefined);
      if (input.current) input.current.value = "";
    }
  };

  return (
    <section
      aria-label="People from a file"
      className="border-t border-rule py-3"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void take(e.dataTransfer.files[0]);
      }}
    >
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Button disabled={going !== undefined} onClick={() => input.current?.click()}>
          Choose a file
        </Button>
        <span>
          or drop it here; its people become{" "}
          <Part name="Who knows them" value={options.find((o) => o.value === keptFor)?.label ?? ""} width={300}>
            {(close) => (
              <Choices
                value={keptFor}
                options={options}
                onChoose={(value) => {
                  setKeptFor(value);
                  close();
                }}
              />
            )}
          </Part>
          .
        </span>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv"
          aria-label="File of people"
          className="sr-only"
          onChange={(e) => void take(e.target.files?.[0])}
        />
      </p>
      <p className="mt-1 text-soft">
        A table saved as CSV. Its first line names the columns: name and address, and as you have them kind, inside, post, place, zone,
        hours, telephones, other addresses, capacity, features. Who is known by the address is changed; the same file again changes nothing.
      </p>
      {going && <p role="status">Taking in {going}…</p>}
      {problem && <FieldError>{problem}</FieldError>}
      {came && (
        <div role="status" className="mt-2">
          <p className="font-semibold">
            {came.name}: {came.report.added} entered, {came.report.changed} changed, {came.report.unchanged} as they were,{" "}
            {came.report.skipped.length} left out.
          </p>
          <ul className="max-h-40 overflow-auto">
            {came.report.skipped.map((s) => (
              <li key={s.what} className="border-b border-rule/60 py-1">
                <span className="font-semibold">{s.what}</span> <span className="text-soft">{s.why}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

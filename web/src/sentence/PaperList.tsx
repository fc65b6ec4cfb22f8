import { useRef, useState, type DragEvent, type ReactNode } from "react";
import { problemOf } from "../api/client";
import type { Paper } from "../api/types";
import { Button } from "../ui/Button";
import { Field, FieldError } from "../ui/Field";
import { webAddress } from "./webAddress";

const mostBytes = 25 * 1024 * 1024;

interface Sending {
  came: Promise<unknown>;
  stop: () => void;
}

interface Props {
  /** What they lie with. */
  title: string;
  papers: Paper[];
  mayChange: boolean;
  /** Where a document is taken up. */
  href: (paper: string) => string;
  /** Whether anybody outside is asked, who could be sent them. */
  outside: boolean;
  send: (file: File, sent: (share: number) => void) => Sending;
  onLaid: (name: string, made: unknown) => void;
  onLink: (name: string | null, address: string) => Promise<unknown>;
  onGoes: (paper: Paper, goesOut: boolean) => void;
  onTake: (paper: Paper) => void;
  heading?: ReactNode;
}

/** Papers and links: taken up by name, laid there by choice, drop or address; a later one of the same name is its next version. */
export function PaperList({ title, papers, mayChange, href, outside, send, onLaid, onLink, onGoes, onTake, heading }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [going, setGoing] = useState<{ name: string; share: number; stop: () => void }>();
  const [problems, setProblems] = useState<string[]>([]);
  const [over, setOver] = useState(false);

  const lay = async (files: File[]) => {
    if (going) return;
    setProblems([]);
    for (const file of files) {
      if (file.size > mostBytes) {
        setProblems((before) => [...before, `“${file.name}” is larger than 25 MB and was not sent.`]);
        continue;
      }
      const sending = send(file, (share) => setGoing((g) => g && { ...g, share }));
      setGoing({ name: file.name, share: 0, stop: sending.stop });
      try {
        onLaid(file.name, await sending.came);
      } catch (e) {
        const { message } = problemOf(e);
        setProblems((before) => [...before, message]);
      }
    }
    setGoing(undefined);
    if (input.current) input.current.value = "";
  };
  const dropping = mayChange
    ? {
        onDragOver: (e: DragEvent) => {
          e.preventDefault();
          setOver(true);
        },
        onDragLeave: () => setOver(false),
        onDrop: (e: DragEvent) => {
          e.preventDefault();
          setOver(false);
          void lay([...e.dataTransfer.files]);
        },
      }
    : {};

  return (
    <section aria-label="Papers" className={over ? "bg-sea-wash" : ""} {...dropping}>
      {heading}
      <ul>
        {papers.map((p) => (
          <PaperRow key={p.id} paper={p} mayChange={mayChange} href={href} outside={outside} onGoes={onGoes} onTake={onTake} />
        ))}
      </ul>
      {mayChange && (
        <>
          <p className="mt-1 flex flex-wrap items-center gap-x-3">
            <Button disabled={going !== undefined} onClick={() => input.current?.click()}>
              Attach a paper
            </Button>
            <span className="text-soft">or drop it, 25 MB at most</span>
            <input
              ref={input}
              type="file"
              multiple
              aria-label={`Papers for ${title}`}
              className="sr-only"
              onChange={(e) => void lay([...(e.target.files ?? [])])}
            />
          </p>
          <LinkForm onLink={onLink} />
        </>
      )}
      {going && (
        <p role="status" className="mt-2 flex items-center gap-3">
          <progress value={going.share < 1 ? going.share : undefined} max={1} aria-label={`Sending ${going.name}`} />
          <span className="min-w-0 truncate">{going.name}</span>
          <Button look="plain" onClick={going.stop}>
            Stop
          </Button>
        </p>
      )}
      {problems.map((p) => (
        <p key={p} role="alert" className="mt-2 font-semibold text-brick">
          {p}
        </p>
      ))}
    </section>
  );
}

function PaperRow({
  paper,
  mayChange,
  href,
  outside,
  onGoes,
  onTake,
}: { paper: Paper } & Pick<Props, "mayChange" | "href" | "outside" | "onGoes" | "onTake">) {
  const name = "block truncate font-semibold text-sea underline underline-offset-4";
  return (
    <li className="border-t border-rule py-1">
      <div className="flex min-h-8 items-center gap-2">
        <span className="min-w-0 flex-1">
          {paper.address ? (
            <a href={paper.address} target="_blank" rel="noreferrer noopener" className={name}>
              {paper.name}
            </a>
          ) : (
            <a href={href(paper.id)} download={paper.name} className={name}>
              {paper.name}
            </a>
          )}
          <span className="block text-soft">{paper.note}</span>
        </span>
        {mayChange && (
          <Button look="plain" aria-label={`Remove ${paper.name}`} onClick={() => onTake(paper)}>
            Take away
          </Button>
        )}
      </div>
      {outside &&
        (mayChange ? (
          <label className="flex min-h-8 items-center gap-2">
            <input
              type="checkbox"
              checked={paper.goesOut}
              onChange={(e) => onGoes(paper, e.target.checked)}
              className="size-4 accent-sea"
            />
            {paper.goesOut ? "sent to outsiders too, by mail" : "internal only: outsiders cannot open it"}
          </label>
        ) : (
          <p className="text-soft">{paper.goesOut ? "sent to outsiders by mail" : "internal only"}</p>
        ))}
      {paper.earlier.length > 0 && (
        <details>
          <summary className="cursor-pointer py-1 text-soft">
            {paper.earlier.length === 1 ? "One earlier version" : `${paper.earlier.length} earlier versions`}
          </summary>
          <ul className="pl-4">
            {paper.earlier.map((e) => (
              <li key={e.id}>
                <a
                  href={href(e.id)}
                  download={paper.name}
                  className="inline-flex min-h-8 items-center text-sea underline underline-offset-4"
                >
                  {e.note}
                </a>
              </li>
            ))}
          </ul>
        </details>
      )}
    </li>
  );
}

function LinkForm({ onLink }: { onLink: Props["onLink"] }) {
  const [address, setAddress] = useState<string>();
  const [name, setName] = useState("");
  const [wrong, setWrong] = useState<string>();
  if (address === undefined)
    return (
      <p className="-ml-3">
        <Button look="plain" onClick={() => setAddress("")}>
          Add a link
        </Button>
      </p>
    );
  const add = async () => {
    try {
      await onLink(name.trim() || null, webAddress(address));
      setAddress(undefined);
      setName("");
      setWrong(undefined);
    } catch (e) {
      setWrong(problemOf(e).message);
    }
  };
  return (
    <form
      className="mt-2 grid gap-2 border-t border-rule pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        void add();
      }}
    >
      <Field
        label="Web address"
        inputMode="url"
        autoFocus
        value={address}
        maxLength={2000}
        placeholder="https://"
        onChange={(e) => setAddress(e.target.value)}
      />
      <Field label="What it is called" value={name} maxLength={150} onChange={(e) => setName(e.target.value)} />
      {wrong && <FieldError>{wrong}</FieldError>}
      <p className="flex gap-2">
        <Button type="submit" disabled={address.trim() === ""}>
          Add the link
        </Button>
        <Button look="plain" onClick={() => setAddress(undefined)}>
          Discard
        </Button>
      </p>
    </form>
  );
}

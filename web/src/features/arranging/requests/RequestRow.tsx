import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../../api/client";
import type { Person, TimeAsked, Zone } from "../../../api/types";
import { beginArranging } from "../../../app/parts/arrangeWith";
import { useChanges } from "../../../app/hooks/changes";
import { useChange } from "../../../app/hooks/useChange";
import { useFocusBack } from "../../../app/hooks/useFocusBack";
import { Flag } from "../../../lane/Flag";
import { addDays, dateText } from "../../../lane/time";
import { Button } from "../../../ui/Button";
import { Field, FieldError } from "../../../ui/Field";
import { Tone } from "../../../ui/Tone";
import { askedOf, partsOf } from "./asked";
import { RequestSentence } from "./RequestSentence";

type Doing = "change" | "enter" | "no";

interface Props {
  request: TimeAsked;
  of: Person[];
  zone: Zone;
  now: number;
}

/** One who asked: what they asked for, by when they hear, and what can become of it in one step. */
export function RequestRow({ request, of, zone, now }: Props) {
  const navigate = useNavigate();
  const { run } = useChanges();
  const [doing, setDoing] = useState<Doing>();
  const place = useFocusBack<HTMLSpanElement>(doing !== undefined);
  const settle = (state: "open" | "dropped" | "refused", words: string, letter: string | null = null) => {
    setDoing(undefined);
    run(ask(client.POST("/api/requests/{id}/settling", { params: { path: { id: request.id } }, body: { state, letter } })), words);
  };
  return (
    <li className="border-b border-rule py-2" aria-label={request.caller}>
      <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
        <Flag flag={request.for.flag} height={22} />
        <div className="min-w-0 flex-1 basis-[340px]">
          <p>
            <span className="text-[15px] font-semibold">{request.caller}</span> {request.words}
            {request.private && <span className="text-soft"> · private</span>}
          </p>
          <p className="text-soft">{[request.why, request.ringBack && `ring back ${request.ringBack}`].filter(Boolean).join(" · ")}</p>
        </div>
        <p className="w-[215px]">
          {request.due && <Tone tone={request.tone}>{request.due}</Tone>}
          {request.state && <span className="block text-soft">{request.state}</span>}
        </p>
        <span ref={place} className="-ml-3 flex flex-wrap">
          {request.waits ? (
            <>
              <Button
                onClick={() => {
                  beginArranging({ request });
                  void navigate({ to: "/arrange" });
                }}
              >
                Arrange it
              </Button>
              <Button look="plain" onClick={() => setDoing(doing === "enter" ? undefined : "enter")}>
                Enter an appointment
              </Button>
              <Button look="plain" onClick={() => setDoing(doing === "no" ? undefined : "no")}>
                Say no
              </Button>
              <Button look="plain" onClick={() => setDoing(doing === "change" ? undefined : "change")}>
                Change
              </Button>
              <Button look="grave" onClick={() => settle("dropped", `What ${request.caller} asked is dropped.`)}>
                Drop
              </Button>
            </>
          ) : (
            <>
              {request.entry && (
                <Button
                  look="plain"
                  onClick={() => void navigate({ to: "/lanes", search: { who: request.for.id, entry: request.entry ?? "" } })}
                >
                  Open it
                </Button>
              )}
              <Button look="plain" onClick={() => settle("open", `${request.caller} waits again.`)}>
                Reopen
              </Button>
            </>
          )}
        </span>
      </div>
      {doing === "change" && <Change request={request} of={of} zone={zone} now={now} onDone={() => setDoing(undefined)} />}
      {doing === "enter" && <Enter request={request} zone={zone} now={now} onDone={() => setDoing(undefined)} />}
      {doing === "no" && (
        <SayNo
          request={request}
          onNo={(letter) => settle("refused", `A no is said to ${request.caller}.`, letter)}
          onDrop={() => setDoing(undefined)}
        />
      )}
    </li>
  );
}

function Change({ request, of, zone, now, onDone }: Props & { onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [asked, setAsked] = useState(() => askedOf(request));
  const change = () => {
    const body = partsOf(asked, request.version);
    make(
      () => ask(client.PUT("/api/requests/{id}", { params: { path: { id: request.id } }, body })),
      `What ${body.caller} asked is changed.`,
      onDone,
    );
  };
  return (
    <div className="mt-2 pl-9">
      <RequestSentence
        asked={asked}
        of={of}
        zone={zone}
        now={now}
        wrong={problem}
        onEdit={(part) => setAsked((a) => ({ ...a, ...part }))}
      />
      {problem && <FieldError>{problem.message}</FieldError>}
      <p className="flex gap-2">
        <Button disabled={busy} onClick={change}>
          Change it
        </Button>
        <Button look="plain" onClick={onDone}>
          Discard changes
        </Button>
      </p>
    </div>
  );
}

function Enter({ request, zone, now, onDone }: Pick<Props, "request" | "zone" | "now"> & { onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [at, setAt] = useState(() => `${addDays(dateText(zone, now), 1)}T10:00`);
  const [place, setPlace] = useState("");
  return (
    <form
      aria-label={`Enter what ${request.caller} asked`}
      className="mt-2 flex flex-wrap items-end gap-3 pl-9"
      onSubmit={(e) => {
        e.preventDefault();
        const body = {
          time: { start: at, zone: zone.id, minutes: request.minutes, allDay: false, endZone: null, end: null },
          place: place.trim() || null,
        };
        make(
          () => ask(client.POST("/api/requests/{id}/appointment", { params: { path: { id: request.id } }, body })),
          `It stands on ${request.for.givenName}’s lane, asked for by ${request.caller}.`,
          onDone,
        );
      }}
    >
      <label>
        <span className="block text-soft">When</span>
        <input
          type="datetime-local"
          autoFocus
          required
          value={at}
          onChange={(e) => setAt(e.target.value)}
          className="h-9 border-b border-ink bg-transparent text-[15px]"
        />
      </label>
      <div className="w-56">
        <Field label="In" value={place} maxLength={200} placeholder="a place, or nowhere" onChange={(e) => setPlace(e.target.value)} />
      </div>
      <Button type="submit" disabled={busy}>
        Enter the appointment
      </Button>
      <Button look="plain" onClick={onDone}>
        Discard
      </Button>
      {problem && <FieldError>{problem.message}</FieldError>}
    </form>
  );
}

function SayNo({ request, onNo, onDrop }: { request: TimeAsked; onNo: (letter: string | null) => void; onDrop: () => void }) {
  const [text, setText] = useState(
    () =>
      `Dear ${request.person?.givenName ?? request.caller},\n\nThank you for asking. I am sorry to say that ${request.for.name} cannot take this up at present.\n\nWith kind regards`,
  );
  return (
    <div className="mt-2 grid max-w-[75ch] gap-2 pl-9">
      {request.mayWrite ? (
        <label>
          <span className="text-soft">Decline politely, by mail</span>
          <textarea
            autoFocus
            rows={6}
            maxLength={10_000}
            value={text}
            onChange={(e) => setText(e.target.value)}
            className="mt-1 w-full border border-rule bg-water p-2 text-[14px]"
          />
        </label>
      ) : (
        <p className="text-soft">No address of theirs is known{request.ringBack ? `; ring back ${request.ringBack}` : ""}.</p>
      )}
      <p className="flex flex-wrap gap-2">
        {request.mayWrite && (
          <Button disabled={text.trim() === ""} onClick={() => onNo(text)}>
            {`Write it to ${request.person?.givenName ?? request.caller}`}
          </Button>
        )}
        <Button look={request.mayWrite ? "plain" : "outlined"} onClick={() => onNo(null)}>
          Already told in person
        </Button>
        <Button look="plain" onClick={onDrop}>
          Discard
        </Button>
      </p>
    </div>
  );
}

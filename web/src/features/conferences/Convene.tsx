import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, makesConferences } from "../../api/client";
import { chosenQuery, deskQuery } from "../../api/queries";
import type { Desk } from "../../api/types";
import { useKeys } from "../../app/keys";
import { useChange } from "../../app/hooks/useChange";
import { useNow } from "../../app/hooks/useNow";
import { localText, minute } from "../../lane/time";
import { and } from "../../lane/words";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { PrivatePart } from "../../sentence/PrivatePart";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Tone } from "../../ui/Tone";
import { Wait } from "../../ui/Wait";

/** A meeting at once: what it is about, whom to call; nothing rings before the button with their names. */
export function Convene() {
  const desk = useQuery(deskQuery);
  return desk.data ? <AtOnce desk={desk.data} /> : <Wait query={desk} />;
}

function AtOnce({ desk }: { desk: Desk }) {
  const now = useNow(desk.now);
  useKeys({}, [{ keys: "Tab", does: "next part" }]);
  const names = [desk.viewer, ...desk.day.lanes.filter((l) => l.maySpeakFor && l.who.id !== desk.viewer.id).map((l) => l.who)];
  const [inNameOf, setInNameOf] = useState((names[1] ?? desk.viewer).id);
  const [title, setTitle] = useState("");
  const [called, setCalled] = useState<Chosen[]>([]);
  const [isPrivate, setPrivate] = useState(false);
  const { busy, problem, make } = useChange();
  // Until the page has gone a second press would call everybody again.
  const [leaving, setLeaving] = useState(false);
  const zone = desk.zones[0];
  const organiser = names.find((n) => n.id === inNameOf) ?? desk.viewer;
  // How it is with each of them at this minute.
  const minuteNow = Math.floor(now / minute) * minute;
  const reach = useQuery(
    chosenQuery(
      {
        inNameOf,
        required: called.map((c) => c.id),
        optional: [],
        start: zone ? localText(zone, minuteNow) : "",
        zone: zone?.id ?? "",
        minutes: 15,
        place: null,
        video: true,
        draft: null,
        saved: null,
        holdRequest: null,
        repeats: null,
        toldIn: null,
        wishes: null,
        moved: null,
        some: null,
        room: null,
      },
      zone !== undefined && called.length > 0,
    ),
  );
  const known = called.flatMap((c) => {
    const at = c.person?.inside === true ? reach.data?.people.find((p) => p.person === c.id) : undefined;
    return at ? [{ name: c.givenName, ...at }] : [];
  });
  const rings = called.filter((c) => c.person?.inside === true && c.id !== desk.viewer.id);
  const writes = called.filter((c) => c.person?.inside !== true);
  const callNames = called.length > 3 ? `${called.length} people` : and(called.map((c) => c.givenName));
  const call = () =>
    make(
      () =>
        ask(client.POST("/api/convene", { body: { inNameOf, title: title.trim(), called: called.map((c) => c.id), private: isPrivate } })),
      undefined,
      (made) => {
        setLeaving(true);
        location.assign(made.key ? `/conference/${made.key}#join` : made.link);
      },
    );
  return (
    <form
      aria-label="Convene"
      className="grid max-w-[900px] gap-5 px-6 py-4"
      onSubmit={(e) => {
        e.preventDefault();
        call();
      }}
    >
      <h1 className="font-serif text-[27px] leading-8">At once</h1>
      <p className="font-serif text-[24px] leading-[36px]">
        In the name of{" "}
        <Part name="In whose name" value={organiser.name} width={280}>
          {(close) => (
            <Choices<string>
              value={inNameOf}
              options={names.map((n) => ({ value: n.id, label: n.name }))}
              onChoose={(id) => {
                setInNameOf(id);
                close();
              }}
            />
          )}
        </Part>
        , convene{" "}
        <TypedPart
          name="What it is about"
          value={title}
          placeholder="what it is about"
          autoFocus
          wrong={problem?.field === "title" ? problem.message : undefined}
          onChange={setTitle}
        />
        , <PrivatePart isPrivate={isPrivate} lane={inNameOf} invited onChange={setPrivate} />
      </p>
      <div className="grid max-w-[560px] gap-2">
        <PeoplePicker
          label="Whom to call"
          quiet
          chosen={called}
          not={[inNameOf]}
          wrong={problem && problem.field !== "title" ? problem.message : undefined}
          onChange={setCalled}
        />
        {reach.data && known.length > 0 && (
          <p role="status">
            {known.map((k, i) => (
              <span key={k.name}>
                {i > 0 && "; "}
                {k.name} <Tone tone={k.tone}>{k.state}</Tone> <span className="text-soft">{k.local}</span>
              </span>
            ))}
            .
          </p>
        )}
      </div>
      {problem?.field === "title" && <FieldError>{problem.message}</FieldError>}
      <div className="flex items-center gap-4">
        <Button type="submit" look="filled" disabled={busy || leaving || !makesConferences() || called.length === 0 || title.trim() === ""}>
          {called.length === 0 ? "Call nobody yet" : rings.length > 0 ? `Call ${callNames}` : `Send ${callNames} the link`}
        </Button>
        <span className="text-soft">
          {!makesConferences()
            ? "No service makes conferences here, so nobody can be called together. An administrator names one when Corlin is started."
            : called.length === 0
              ? "Nothing rings before this button names them."
              : [
                  rings.length > 0 ? `It rings with ${and(rings.map((r) => r.givenName))} for a minute; each call can be withdrawn.` : "",
                  writes.length > 0
                    ? `${and(writes.map((w) => w.name))} ${writes.length === 1 ? "gets" : "get"} the link by mail in ten seconds.`
                    : "",
                ]
                  .filter(Boolean)
                  .join(" ")}
        </span>
      </div>
    </form>
  );
}

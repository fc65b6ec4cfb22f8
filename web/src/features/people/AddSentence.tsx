import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { sessionQuery } from "../../api/queries";
import type { Index } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { seemsInside, nothingSaid } from "./said";

/** Adds somebody, a group or a room, as one sentence. */
export function AddSentence({ index, onDone, onDiscard }: { index: Index; onDone: (id: string) => void; onDiscard: () => void }) {
  const { busy, problem, clear, make } = useChange();
  const own = useQuery(sessionQuery).data?.address ?? "";
  const [chosen, setWhat] = useState<string>();
  const [name, setName] = useState("");
  const [address, setAddress] = useState("");
  const [post, setPost] = useState("");
  const what = chosen ?? (index.mayAdminister && seemsInside(address, own, index.count === 1) ? "inside" : "outside");
  const options = [
    { value: "outside", label: "somebody outside, known to everyone here" },
    ...index.keeps.map((k) => ({ value: k.id, label: `a contact of ${k.name}`, note: "seen by who keeps that calendar" })),
    ...(index.mayAdminister
      ? [
          { value: "inside", label: "somebody inside" },
          { value: "group", label: "a group" },
          { value: "room", label: "a room" },
        ]
      : []),
  ];
  const isThing = what === "group" || what === "room";
  const ready = name.trim() !== "" && (isThing || address.trim() !== "");
  return (
    <form
      aria-label="Add a person"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-rule py-2 font-serif text-[20px] leading-[30px]"
      onSubmit={(e) => {
        e.preventDefault();
        if (!ready) return;
        make(
          () =>
            ask(
              client.POST("/api/people", {
                body: {
                  kind: isThing ? what : "person",
                  inside: isThing || what === "inside",
                  keptFor: isThing || what === "inside" || what === "outside" ? null : what,
                  said: { ...nothingSaid, name, address: address.trim() || null, post: post.trim() || null },
                },
              }),
            ),
          `${name.trim()} is added.`,
          (added) => onDone(added.id),
        );
      }}
    >
      <span>
        Add{" "}
        <Part name="Who is added" value={options.find((o) => o.value === what)?.label ?? ""} width={380}>
          {(close) => (
            <Choices
              value={what}
              options={options}
              onChoose={(value) => {
                setWhat(value);
                close();
              }}
            />
          )}
        </Part>{" "}
        called{" "}
        <TypedPart
          name="Name"
          value={name}
          placeholder="a name"
          autoFocus
          longest={120}
          onChange={setName}
          wrong={problem?.field === "name" ? "" : undefined}
        />
        {what !== "group" && (
          <>
            ,{" "}
            <TypedPart
              name="What they do"
              value={post}
              placeholder={what === "room" ? "what it is" : "what they do"}
              longest={120}
              onChange={setPost}
            />
          </>
        )}
        , with the address{" "}
        <TypedPart
          name="Address"
          value={address}
          placeholder={isThing ? "made from its name" : "an e-mail address"}
          longest={254}
          onChange={(text) => {
            clear();
            setAddress(text);
          }}
          wrong={problem?.field === "address" ? problem.message : undefined}
        />
      </span>
      <Button type="submit" look="filled" disabled={busy || !ready} className="font-sans">
        {name.trim() ? `Add ${name.trim()}` : "Add them"}
      </Button>
      <Button look="plain" onClick={onDiscard} className="font-sans">
        Discard
      </Button>
      {problem && (
        <div className="basis-full font-sans">
          <FieldError>{problem.message}</FieldError>
        </div>
      )}
    </form>
  );
}

import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Index } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { nothingSaid } from "./said";

/** Enters somebody, a group or a room, as one sentence. */
export function AddSentence({ index, onDone }: { index: Index; onDone: (id: string) => void }) {
  const { busy, problem, clear, make } = useChange();
  const [what, setWhat] = useState("outside");
  const [name, setName] = useState("");
  const [address, setAddress] = useState("");
  const [post, setPost] = useState("");
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
          `${name.trim()} is entered.`,
          (added) => onDone(added.id),
        );
      }}
    >
      <span>
        Enter{" "}
        <Part name="What is entered" value={options.find((o) => o.value === what)?.label ?? ""} width={380}>
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
        {name.trim() ? `Enter ${name.trim()}` : "Enter them"}
      </Button>
      {problem && (
        <div className="basis-full font-sans">
          <FieldError>{problem.message}</FieldError>
        </div>
      )}
    </form>
  );
}

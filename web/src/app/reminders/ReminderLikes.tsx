import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { ask, client } from "../../api/client";
import { remindersQuery } from "../../api/queries";
import type { Reminders } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { Side, SideFoot } from "../entry/Side";
import { FieldError } from "../../ui/Field";
import { useChange } from "../hooks/useChange";

const leads = [0, 5, 10, 15, 20, 30, 45, 60];

/** Of whom one is reminded, how long before, and whether the browser tells it too. */
export default function ReminderLikes({ data, onClose }: { data: Reminders; onClose: () => void }) {
  const queries = useQueryClient();
  const { busy, problem, make } = useChange();
  const [of, setOf] = useState(() => data.likes.of ?? data.principals.map((p) => p.id));
  const [minutes, setMinutes] = useState(data.likes.minutes);
  const [browser, setBrowser] = useState(data.likes.browser);
  const [refused, setRefused] = useState(false);
  const form = useId();
  const everyone = data.principals.every((p) => of.includes(p.id));

  const askBrowser = async (on: boolean) => {
    setRefused(false);
    if (on && "Notification" in window && (await Notification.requestPermission()) !== "granted") {
      setRefused(true);
      return;
    }
    setBrowser(on);
  };
  const save = () =>
    make(
      () =>
        ask(
          client.PUT("/api/settings/{name}", {
            params: { path: { name: "reminders" } },
            // Everyone stays everyone, also when another principal is added later.
            body: { value: { of: everyone ? null : of, minutes, browser } },
          }),
        ),
      "Reminders are as you chose.",
      () => {
        void queries.invalidateQueries({ queryKey: remindersQuery.queryKey });
        onClose();
      },
    );

  return (
    <Side title="Reminders" onClose={onClose}>
      <form
        id={form}
        className="grid gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          save();
        }}
      >
        <h2 className="font-serif text-[24px] leading-7">Reminders</h2>
        <fieldset>
          <legend className="text-soft">Of what stands for</legend>
          {data.principals.map((p) => (
            <label key={p.id} className="flex min-h-8 items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-sea"
                checked={of.includes(p.id)}
                onChange={(e) => setOf(e.target.checked ? [...of, p.id] : of.filter((id) => id !== p.id))}
              />
              <Flag flag={p.flag} height={18} />
              {p.name}
            </label>
          ))}
        </fieldset>
        <label className="flex items-center gap-2">
          <span>When it is time to leave; otherwise</span>
          <select
            aria-label="How long before"
            value={minutes}
            onChange={(e) => setMinutes(Number(e.target.value))}
            className="h-8 border-b border-ink bg-transparent"
          >
            {[...new Set([...leads, minutes])]
              .toSorted((a, b) => a - b)
              .map((m) => (
                <option key={m} value={m}>
                  {m === 0 ? "as it begins" : `${m} minutes before`}
                </option>
              ))}
          </select>
        </label>
        <label className="flex min-h-8 items-center gap-2">
          <input type="checkbox" className="size-4 accent-sea" checked={browser} onChange={(e) => void askBrowser(e.target.checked)} />
          Also as a notification of the browser
        </label>
        {refused && (
          <p role="alert" className="text-brick">
            The browser does not allow it. Allow notifications for this page in its settings; the line above the lanes comes all the same.
          </p>
        )}
        <p className="text-soft">An entry can have a reminder of its own, or none: open it and say so.</p>
        {problem && <FieldError>{problem.message}</FieldError>}
        <SideFoot>
          <Button type="submit" form={form} look="filled" disabled={busy}>
            Save
          </Button>
          <Button look="plain" onClick={onClose}>
            Discard
          </Button>
        </SideFoot>
      </form>
    </Side>
  );
}

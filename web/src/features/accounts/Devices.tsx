import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Device, Devices as Own } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useChange } from "../../app/hooks/useChange";
import { useKeys } from "../../app/keys";
import { ShownOnce } from "../../app/parts/ShownOnce";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { devicesQuery } from "./queries";

/** Where a device finds the calendars. */
const server = `${location.origin}/dav/`;

/** The phones and programs that keep one’s calendars, each with a password of its own. */
export function Devices() {
  const devices = useQuery(devicesQuery);
  useKeys({}, []);
  if (!devices.data) return <Wait query={devices} />;
  return <Loaded own={devices.data} />;
}

function Loaded({ own }: { own: Own }) {
  return (
    <div className="max-w-[720px] px-6 pb-8">
      <h1 className="pt-3 pb-2 font-serif text-[26px] leading-9">Phones and devices</h1>
      <p className="text-soft">
        A phone, or a calendar program, shows the calendars that you may see and changes what you may change. What changes on one side shows
        on the other. Each device signs in with a password of its own: a lost one is removed and nothing else changes.
      </p>
      <NewDevice signInAs={own.signInAs} />
      <section aria-labelledby="devices" className="mt-6 border-t border-rule pt-3">
        <h2 id="devices" className="text-[17px] font-semibold">
          Your devices
        </h2>
        {own.devices.length === 0 && <p className="mt-1 text-soft">None yet.</p>}
        <ul className="mt-1">
          {own.devices.map((d) => (
            <Line key={d.id} device={d} />
          ))}
        </ul>
      </section>
      <section aria-labelledby="come-along" className="mt-6 border-t border-rule pt-3">
        <h2 id="come-along" className="text-[17px] font-semibold">
          The calendars on them
        </h2>
        <p className="mt-1 text-soft">
          Yours, and those that somebody gave you access to by name or by a group. A device tells as much of each as you see of it here.
        </p>
        <ul className="mt-1 columns-2 max-sm:columns-1">
          {own.calendars.map((name) => (
            <li key={name} className="py-0.5">
              {name}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

/** The list is read anew: no calendar changed by it, which is what the screen hears of. */
function useRefresh() {
  const queries = useQueryClient();
  return () => queries.invalidateQueries({ queryKey: devicesQuery.queryKey });
}

function NewDevice({ signInAs }: { signInAs: string }) {
  const refresh = useRefresh();
  const { busy, problem, make, clear } = useChange();
  const [name, setName] = useState("");
  const [added, setAdded] = useState<{ name: string; password: string }>();
  return (
    <>
      <form
        aria-label="Add a device"
        className="mt-4 flex max-w-[520px] flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          const said = name.trim();
          make(
            () => ask(client.POST("/api/devices", { body: { name: said } })),
            `“${said}” may sign in from now on.`,
            (made) => {
              setAdded({ name: said, password: made.password });
              setName("");
              void refresh();
            },
          );
        }}
      >
        <span className="min-w-64 flex-1">
          <Field
            label="What you call it"
            placeholder="my phone, the laptop at home"
            maxLength={60}
            required
            value={name}
            onChange={(e) => {
              setName(e.target.value);
              clear();
            }}
            error={problem?.message}
          />
        </span>
        <Button type="submit" disabled={busy || !name.trim()}>
          Add a device
        </Button>
      </form>
      {added && (
        <div role="region" aria-label={`Set up ${added.name}`} className="my-4 border-l-2 border-sea pl-3">
          <p>
            On <b>{added.name}</b>, add a calendar account of the kind <b>CalDAV</b> and enter these three. The password is shown this one
            time; write it down nowhere else.
          </p>
          <ShownOnce words="Server" link={server} copy="Copy the server" copied="The server is copied." />
          <ShownOnce words="User name" link={signInAs} copy="Copy the user name" copied="The user name is copied." />
          <ShownOnce words="Password" link={added.password} copy="Copy the password" copied="The password is copied." />
          <p className="mt-2">
            <Button look="plain" onClick={() => setAdded(undefined)}>
              Done
            </Button>
          </p>
        </div>
      )}
    </>
  );
}

function Line({ device }: { device: Device }) {
  const { run } = useChanges();
  const refresh = useRefresh();
  return (
    <li aria-label={device.name} className="flex min-h-10 flex-wrap items-center gap-x-3 border-b border-rule py-1">
      <span className="font-semibold">{device.name}</span>
      <span className="text-soft">
        {device.added}. {device.used}.
      </span>
      <span className="ml-auto">
        <Button
          look="grave"
          onClick={() =>
            run(
              ask(client.DELETE("/api/devices/{id}", { params: { path: { id: device.id } } })).then(refresh),
              `“${device.name}” can no longer sign in. What is already on it stays there.`,
            )
          }
        >
          Remove
        </Button>
      </span>
    </li>
  );
}

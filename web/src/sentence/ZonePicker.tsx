import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { zonesQuery } from "../api/queries";
import type { FoundZone } from "../api/types";

/** Looks for a time zone by city, country, abbreviation or offset. */
export function ZonePicker({
  label,
  at,
  onChoose,
}: {
  label: string;
  /** The moment at which abbreviation and offset are told. */
  at?: number | undefined;
  onChoose: (zone: FoundZone) => void;
}) {
  const [text, setText] = useState("");
  const found = useQuery(zonesQuery(text, at));
  const zones = text.trim() === "" ? [] : (found.data ?? []);
  const choose = (zone: FoundZone) => {
    setText("");
    onChoose(zone);
  };
  return (
    <div>
      <label className="block">
        <span className="text-soft">{label}</span>
        <input
          value={text}
          maxLength={60}
          placeholder="a city, country, CET or +5:30"
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            const first = zones[0];
            if (e.key !== "Enter" || !first) return;
            e.preventDefault();
            e.stopPropagation();
            choose(first);
          }}
          className="h-9 w-full border-b border-ink bg-transparent text-[15px]"
        />
      </label>
      {zones.length > 0 && (
        <ul className="mt-1 max-h-56 overflow-auto" aria-label="Time zones found">
          {zones.map((z) => (
            <li key={z.id}>
              <button
                type="button"
                onClick={() => choose(z)}
                className="flex min-h-8 w-full items-center gap-2 px-2 text-left hover:bg-water"
              >
                {z.label}
                <span className="ml-auto text-soft">{z.note}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {text.trim() !== "" && found.data?.length === 0 && <p className="mt-1 text-soft">No zone is called that.</p>}
    </div>
  );
}

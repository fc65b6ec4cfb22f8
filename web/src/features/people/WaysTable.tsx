import { ask, client } from "../../api/client";
import type { PlacesKept } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { FieldError } from "../../ui/Field";

/** How long the way between two sites takes, both ways the same. Empty where it is not known. */
export function WaysTable({ kept }: { kept: PlacesKept }) {
  const { problem, make } = useChange();
  const minutes = (from: string, to: string) => kept.places.find((p) => p.site === from)?.ways.find((w) => w.site === to)?.minutes;
  const keep = (from: string, to: string, text: string) => {
    const said = text.trim() === "" ? null : Number(text);
    if (said === (minutes(from, to) ?? null)) return;
    make(
      () => ask(client.PUT("/api/ways", { body: { from, to, minutes: said } })),
      said === null ? `The way from ${from} to ${to} is not known.` : `From ${from} to ${to} takes ${said} minutes.`,
    );
  };
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h2 className="font-semibold">Ways between sites, in minutes</h2>
      <p className="text-soft">Slots, warnings and “when to leave” go by these; a way that is not known hinders nothing.</p>
      <div className="mt-2 overflow-x-auto">
        <table className="border-collapse">
          <thead>
            <tr>
              <td />
              {kept.sites.slice(1).map((to) => (
                <th key={to} scope="col" className="px-2 py-1 text-left font-normal text-soft">
                  {to}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {kept.sites.slice(0, -1).map((from, row) => (
              <tr key={from}>
                <th scope="row" className="py-1 pr-4 text-left font-normal">
                  {from}
                </th>
                {kept.sites.slice(1).map((to, column) => (
                  <td key={to} className="px-2 py-1">
                    {column >= row &&
                      (kept.mayChange ? (
                        <input
                          key={minutes(from, to)}
                          type="number"
                          min={1}
                          max={10080}
                          aria-label={`Minutes from ${from} to ${to}`}
                          defaultValue={minutes(from, to) ?? ""}
                          onBlur={(e) => keep(from, to, e.target.value)}
                          className="h-8 w-20 border-b border-ink bg-transparent outline-none focus-visible:border-b-2 focus-visible:border-sea"
                        />
                      ) : (
                        (minutes(from, to) ?? "not known")
                      ))}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {problem && <FieldError>{problem.message}</FieldError>}
    </section>
  );
}

import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Member, PersonPage } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { Flag } from "../../lane/Flag";
import { and } from "../../lane/words";
import { Part } from "../../sentence/Part";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { Go } from "./Facts";

/** Who is in a group, and who was and when. */
export function Members({ page, onGo }: { page: PersonPage; onGo: (id: string) => void }) {
  const { run } = useChanges();
  const change = (added: string[], removed: string[], words: string) =>
    run(ask(client.POST("/api/people/{id}/members", { params: { path: { id: page.who.id } }, body: { added, removed } })), words);
  return (
    <section aria-labelledby="members" className="mt-4 border-t border-rule pt-2">
      <div className="flex items-center gap-3">
        <h3 id="members" className="font-semibold">
          In it
        </h3>
        {page.mayChange && (
          <span className="ml-auto">
            <Part name="Put in" value="put somebody in" width={400}>
              {(close) => (
                <PutIn
                  not={[page.who.id, ...page.members.map((m) => m.who.id)]}
                  onPut={(chosen) => {
                    close();
                    change(
                      chosen.map((c) => c.id),
                      [],
                      `${and(chosen.map((c) => c.name))} ${chosen.length === 1 ? "is" : "are"} in ${page.who.name}.`,
                    );
                  }}
                />
              )}
            </Part>
          </span>
        )}
      </div>
      {page.members.length === 0 && <p className="text-soft">Nobody.</p>}
      <ul aria-label={`In ${page.who.name}`}>
        {page.members.map((m) => (
          <Line key={m.who.id} member={m} onGo={onGo}>
            {page.mayChange && (
              <Button
                look="plain"
                aria-label={`Remove ${m.who.name} from ${page.who.name}`}
                onClick={() => change([], [m.who.id], `${m.who.name} is in ${page.who.name} no longer.`)}
              >
                Remove
              </Button>
            )}
          </Line>
        ))}
      </ul>
      {page.former.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">Was in it</h3>
          <ul aria-label={`Was in ${page.who.name}`}>
            {page.former.map((m) => (
              <Line key={`${m.who.id}${m.words}`} member={m} onGo={onGo} />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Line({ member, onGo, children }: { member: Member; onGo: (id: string) => void; children?: React.ReactNode }) {
  const { who } = member;
  return (
    <li className="flex min-h-9 items-center gap-2 border-b border-rule/60">
      <Flag flag={who.flag} height={20} />
      <Go who={who} onGo={onGo} />
      <span className="text-soft">{who.kind === "group" ? "group" : who.post}</span>
      <span className="ml-auto text-soft">{member.words}</span>
      {children}
    </li>
  );
}

function PutIn({ not, onPut }: { not: string[]; onPut: (chosen: Chosen[]) => void }) {
  const [chosen, setChosen] = useState<Chosen[]>([]);
  return (
    <>
      <PeoplePicker label="People and groups" known quiet chosen={chosen} not={not} onChange={setChosen} />
      <div className="mt-2 text-right">
        <Button disabled={chosen.length === 0} onClick={() => onPut(chosen)}>
          {chosen.length < 2 ? "Put in" : `Put ${chosen.length} in`}
        </Button>
      </div>
    </>
  );
}

import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { missingQuery } from "../../api/queries";
import type { Missing } from "../../api/types";
import { useSetting } from "../../app/hooks/useSetting";
import { Button } from "../../ui/Button";

const none: string[] = [];

/** What each lacks, what it is good for, and where it is done; what is done on the machine says how. */
const lines: Record<Missing, { words: string; to?: "/people" | "/people/ways-in" | "/access"; where: string }> = {
  organisation: {
    words: "The organisation has no name yet: the page on which people sign in says nothing of whose calendars these are.",
    to: "/people/ways-in",
    where: "Name it",
  },
  people: {
    words: "You are alone here. Add the people whose calendars are kept, one by one or from a file.",
    to: "/people",
    where: "Add people",
  },
  places: { words: "No place is named where people work: whereabouts, rooms and journeys need one.", to: "/people", where: "Add a place" },
  holidays: { words: "No place says its country, so public holidays are on nobody’s lane.", to: "/people", where: "Complete the places" },
  keeping: {
    words: "Nobody keeps anybody’s calendar yet. A principal grants it to their assistant, or the assistant asks for it.",
    to: "/access",
    where: "Open Access",
  },
  signUp: { words: "Some people cannot sign in yet. Each gets a sign-up link.", to: "/people/ways-in", where: "Make sign-up links" },
  secondAdministrator: {
    words: "You alone manage people and places. A second person keeps a lost password from locking everybody out.",
    to: "/people/ways-in",
    where: "Choose a second",
  },
  mailOut: { words: "No mail leaves: nobody outside hears of anything.", where: "Start Corlin with --smtp HOST:PORT" },
  mailIn: { words: "No mail comes in: answers from outside are entered by hand.", where: "Start Corlin with --imap HOST:PORT" },
};

/** For who manages people and places: what a day’s work needs and is not there yet. Each can wait. */
export function StillToSetUp() {
  const missing = useQuery(missingQuery).data?.what ?? [];
  const [later, setLater] = useSetting("set-up-later", none);
  const open = missing.filter((m) => !later.includes(m));
  if (missing.length === 0) return null;
  if (open.length === 0)
    return (
      <p className="border-b border-rule py-1">
        <Button look="plain" onClick={() => setLater(none)}>
          {missing.length === 1 ? "One thing is" : `${missing.length} things are`} still to be set up
        </Button>
      </p>
    );
  return (
    <section aria-labelledby="set-up" className="border-b border-rule py-4">
      <h2 id="set-up" className="font-serif text-[20px] leading-8">
        Still to set up
      </h2>
      <ul>
        {open.map((m) => {
          const { words, to, where } = lines[m];
          return (
            <li key={m} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule py-1.5">
              <span className="min-w-0 flex-1 basis-80">{words}</span>
              {to ? (
                <Link to={to} className="inline-flex min-h-8 items-center font-semibold text-sea underline underline-offset-4">
                  {where}
                </Link>
              ) : (
                <code className="text-[13px]">{where}</code>
              )}
              <Button look="plain" onClick={() => setLater([...later, m])}>
                Later<span className="sr-only">: {words}</span>
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { actsQuery, deskQuery } from "../../api/queries";
import { useChanges } from "../../app/hooks/changes";
import { places } from "../../app/places";
import { setTheme, useTheme } from "../../app/theme";
import { useSignOut } from "../../app/hooks/useSignOut";
import { Button } from "../../ui/Button";

const notInFoot = [
  { to: "/find", words: "Find", note: "a person, meeting or place" } as const,
  ...places.filter((p) => p.to !== "/" && p.to !== "/lanes"),
];

/** In a hand: every place, what can be undone, and the way out. */
export function More() {
  const desk = useQuery(deskQuery).data;
  const acts = useQuery(actsQuery).data;
  const { undo, redo, turnBack } = useChanges();
  const signOut = useSignOut();
  const theme = useTheme();
  const last = acts?.undo;
  const back = last?.back;
  return (
    <div className="px-4 pb-6 text-[15px]">
      <h1 className="pt-3 font-serif text-[27px] leading-9">More</h1>
      {desk && <p className="pb-2 text-[14px] text-soft">You are {desk.viewer.name}.</p>}
      {(last ?? acts?.redo) && (
        <section aria-label="What you did last" className="border-t border-rule py-3">
          {last && <p>You {last.words}.</p>}
          {last?.whyNot && !back && <p className="text-[14px] text-soft">{last.whyNot}</p>}
          <p className="flex flex-wrap gap-2 pt-2 [&>*]:min-h-11">
            {last && !last.whyNot && <Button onClick={undo}>Undo it</Button>}
            {back && (
              <Button className="!whitespace-normal" onClick={() => turnBack(back)}>
                {back.words}
              </Button>
            )}
            {acts?.redo && (
              <Button look="plain" className="!whitespace-normal" onClick={redo}>
                Do again what was undone
              </Button>
            )}
          </p>
        </section>
      )}
      <ul>
        {notInFoot.map((p) => (
          <li key={p.to} className="border-t border-rule">
            <Link to={p.to} className="block min-h-14 py-2">
              <span className="block font-semibold text-sea">{p.words}</span>
              <span className="block text-[14px] text-soft">{p.note}</span>
            </Link>
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap gap-2 border-t border-rule pt-4 [&>*]:min-h-11">
        <Button onClick={() => setTheme(theme === "dark" ? "light" : "dark")}>{theme === "dark" ? "Light" : "Dark"}</Button>
        <Button look="plain" onClick={signOut}>
          Sign out
        </Button>
      </p>
    </div>
  );
}

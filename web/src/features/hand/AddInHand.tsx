import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { deskQuery } from "../../api/queries";
import { asksPeople, whatLacks, whenOf } from "../../app/line/appointment";
import { LineInput } from "../../app/line/LineInput";
import { useEnterLine } from "../../app/line/useEnterLine";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { HandPeople } from "./HandPeople";
import { useHandPerson } from "./useHandPerson";

/** In a hand: what is typed in a line is entered, or arranged where people are asked. */
export function AddInHand() {
  const desk = useQuery(deskQuery);
  const navigate = useNavigate();
  const [person, choose] = useHandPerson();
  const people = desk.data?.day.lanes.map((l) => l.who) ?? [];
  const owner = people.find((p) => p.id === person) ?? people[0];
  const enter = useEnterLine(people, desk.data?.zones[0]?.id);
  if (!desk.data || !owner) return <Wait query={desk} />;
  return (
    <div className="grid gap-4 px-4 pb-6 text-[15px]">
      <HandPeople people={people} who={owner.id} onChoose={choose} />
      <h1 className="font-serif text-[27px] leading-9">Add for {owner.givenName}</h1>
      <LineInput
        label="What, and when"
        placeholder="Call Pedro tomorrow at nine"
        keptAs="hand"
        autoFocus
        onSay={async (reading) => {
          const done = await enter(reading, owner);
          if (done && !asksPeople(reading)) void navigate({ to: "/", search: reading.from ? { day: reading.from } : {} });
          return done;
        }}
        button={(reading) => (
          <Button type="submit" look="filled" className="!min-h-12 w-full text-[15px]">
            {!reading
              ? "Reading…"
              : asksPeople(reading)
                ? "Arrange it with them"
                : whatLacks(reading) === undefined
                  ? `Add it: ${whenOf(reading)}`
                  : "Add it"}
          </Button>
        )}
      />
      <p className="text-soft">
        Say it as you would on a note: a name, a day, an hour, perhaps a length and a place. Name people and it becomes a meeting.
      </p>
      <Button className="!min-h-11 justify-self-start" onClick={() => void navigate({ to: "/arrange" })}>
        Arrange a meeting
      </Button>
    </div>
  );
}

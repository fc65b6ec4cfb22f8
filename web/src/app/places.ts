/** Every place of the house, by the name it goes by everywhere, with what one finds there. */
export const places = [
  { to: "/", words: "Desk", note: "what waits for you, and today" },
  { to: "/lanes", words: "Lanes", note: "calendars side by side" },
  { to: "/arrange", words: "Arrange a meeting", note: "with free slots for everyone" },
  { to: "/convene", words: "Convene", note: "a conference at once" },
  { to: "/answer", words: "Answer", note: "what your principals are invited to" },
  { to: "/chase", words: "Chase", note: "what others have not answered" },
  { to: "/needs-a-look", words: "Needs a look", note: "what would go wrong on the calendars you keep" },
  { to: "/instructions", words: "Standing instructions", note: "what is answered to invitations of one kind" },
  { to: "/sheet", words: "Day sheet", note: "a principal’s day, to print and to send" },
  { to: "/whereabouts", words: "Whereabouts", note: "where they work, and who is away" },
  { to: "/mine", words: "Your own page", note: "what was done in your name, who may see what" },
  { to: "/access", words: "Access", note: "who may see and do what" },
  { to: "/people", words: "People", note: "people, groups, rooms and places" },
  { to: "/requests", words: "Requests", note: "who asked for time" },
  { to: "/mail", words: "Mail room", note: "what went out and came in" },
  { to: "/handover", words: "Hand over", note: "what somebody else goes on with" },
  { to: "/send", words: "Send a calendar", note: "days, or the times that are free, by mail" },
  { to: "/files", words: "Calendar files", note: "in, out, and links" },
  { to: "/history", words: "What was done", note: "by whom, in whose name" },
  { to: "/weights", words: "How free slots are weighed", note: "what counts against a time, and how much" },
  { to: "/devices", words: "Phones and devices", note: "your calendars on a phone, or in another program" },
  { to: "/account", words: "Sign-in and security", note: "password, passkeys" },
] as const;

export type PlaceOfHouse = (typeof places)[number];

/** Those whose name has a word that begins with each word of the text. */
export function placesCalled(text: string): PlaceOfHouse[] {
  const said = text.toLowerCase().split(/\s+/).filter(Boolean);
  return places.filter((p) => {
    const words = p.words.toLowerCase().split(" ");
    return said.length > 0 && said.every((s) => words.some((w) => w.startsWith(s)));
  });
}

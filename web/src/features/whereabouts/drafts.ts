/** What is known of an absence when its texts are drafted. */
export interface Drafted {
  /** The day on which they are back, "2027-03-20". */
  day: string;
  /** The hour, "14:00"; empty for the beginning of the day. */
  hour: string;
  cover: string | undefined;
  coverAddress: string | undefined;
}

interface Language {
  id: string;
  name: string;
  inside: (until: string, cover: string) => string;
  outside: (until: string, cover: string, address: string) => string;
}

const English: Language = {
  id: "en-GB",
  name: "English",
  inside: (until, cover) => `I am away until ${until}.${cover && ` ${cover} decides for me meanwhile.`}`,
  outside: (until, cover, address) =>
    `I am away until ${until}.${cover && ` For anything urgent please ${address ? `write to ${address}` : `turn to ${cover}`}.`}`,
};

/** Beside English, in the order in which they are drafted. */
export const languages: Language[] = [
  {
    id: "pt",
    name: "Portuguese",
    inside: (until, cover) => `Estou ausente até ${until}.${cover && ` Entretanto decide por mim ${cover}.`}`,
    outside: (until, cover, address) =>
      `Estou ausente até ${until}.${cover && ` Para assuntos urgentes, ${address ? `escreva para ${address}` : `contacte ${cover}`}.`}`,
  },
  {
    id: "es",
    name: "Spanish",
    inside: (until, cover) => `Estoy ausente hasta el ${until}.${cover && ` Mientras tanto decide por mí ${cover}.`}`,
    outside: (until, cover, address) =>
      `Estoy ausente hasta el ${until}.${cover && ` Para asuntos urgentes, ${address ? `escriba a ${address}` : `diríjase a ${cover}`}.`}`,
  },
  {
    id: "fr",
    name: "French",
    inside: (until, cover) => `Je ne suis pas au bureau jusqu’au ${until}.${cover && ` ${cover} décide pour moi entre-temps.`}`,
    outside: (until, cover, address) =>
      `Je ne suis pas au bureau jusqu’au ${until}.${cover && ` Pour toute urgence, merci ${address ? `d’écrire à ${address}` : `de vous adresser à ${cover}`}.`}`,
  },
  {
    id: "de",
    name: "German",
    inside: (until, cover) => `Ich bin bis ${until} nicht erreichbar.${cover && ` ${cover} entscheidet solange für mich.`}`,
    outside: (until, cover, address) =>
      `Ich bin bis ${until} nicht erreichbar.${cover && ` In dringenden Fällen ${address ? `schreiben Sie bitte an ${address}` : `wenden Sie sich bitte an ${cover}`}.`}`,
  },
];

function until(language: Language, { day, hour }: Drafted): string {
  const date = new Intl.DateTimeFormat(language.id, { weekday: "long", day: "numeric", month: "long", timeZone: "UTC" }).format(
    new Date(`${day}T00:00Z`),
  );
  // English dates stand without commas, as everywhere here.
  const words = language === English ? date.replace(",", "") : date;
  return hour ? `${words}, ${hour}` : words;
}

/** Both texts in English and in the languages chosen, one below the other. */
export function drafts(said: Drafted, chosen: string[]): { inside: string; outside: string } {
  const all = [English, ...languages.filter((l) => chosen.includes(l.id))];
  return {
    inside: all.map((l) => l.inside(until(l, said), said.cover ?? "")).join("\n\n"),
    outside: all.map((l) => l.outside(until(l, said), said.cover ?? "", said.coverAddress ?? "")).join("\n\n"),
  };
}

/** When something is, as it stands within a sentence: "today 14:30", but "Friday 14:30". */
export const within = (when: string) => when.replace(/^(Today|Tomorrow)\b/, (day) => day.toLowerCase());

const host = /^[a-z0-9-]+(\.[a-z0-9-]+)+(:\d+)?(\/\S*)?$/i;

/** A web address as somebody types or pastes it: "meet.harbour.example/42" leads where https:// before it would. Anything else stays as it is. */
export function webAddress(text: string): string {
  const typed = text.trim();
  return host.test(typed) ? `https://${typed}` : typed;
}

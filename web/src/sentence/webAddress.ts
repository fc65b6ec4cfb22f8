const scheme = /^[a-z][a-z0-9+.-]*:/i;
const host = /^[a-z0-9-]+(\.[a-z0-9-]+)+([:/]\S*)?$/i;

/** A web address as somebody types or pastes it: "meet.harbour.example/42" leads where https:// before it would. Anything else stays as it is. */
export function webAddress(text: string): string {
  const typed = text.trim();
  return !scheme.test(typed.replace(/^[^/]*:\d+/, "")) && host.test(typed) ? `https://${typed}` : typed;
}

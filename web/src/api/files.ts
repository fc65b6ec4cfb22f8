import { forgeryToken, Problem } from "./client";
import type { ImportedPeople, ImportReport, KeptDraft } from "./types";

interface Sending<T> {
  came: Promise<T>;
  stop: () => void;
}

/** Sends a file; how much of it has gone is told, and it can be stopped. */
function send<T>(to: string, type: string, file: File, sent: (share: number) => void): Sending<T> {
  const request = new XMLHttpRequest();
  const came = new Promise<T>((resolve, reject) => {
    request.open("POST", to);
    request.setRequestHeader("Content-Type", type);
    request.setRequestHeader("X-Corlin-Forgery", forgeryToken() ?? "");
    request.upload.onprogress = (e) => e.lengthComputable && sent(e.loaded / e.total);
    request.upload.onload = () => sent(1);
    request.onload = () => {
      const body = JSON.parse(request.responseText || "{}") as T & { title?: string; type?: string };
      if (request.status === 200) resolve(body);
      else reject(new Problem(body.title ?? "Something went wrong; nothing was changed.", body.type ?? "corlin:failed", request.status, "file"));
    };
    request.onerror = () => reject(new Problem("Corlin cannot be reached. Nothing was changed; try again.", "corlin:offline", 0, "file"));
    request.onabort = () => reject(new Problem("Stopped. Nothing was changed.", "corlin:stopped", 0, "file"));
    request.send(file);
  });
  return { came, stop: () => request.abort() };
}

/**
 * Sends a calendar file to be taken into somebody's calendar.
 * @param work A name under which the server tells how far it has come.
 */
export const sendCalendarFile = (person: string, file: File, work: string, sent: (share: number) => void) =>
  send<ImportReport>(`/api/calendars/${encodeURIComponent(person)}/file?work=${encodeURIComponent(work)}`, "text/calendar", file, sent);

/** Sends a file of people, to become contacts of a principal or known to everyone. */
export const sendPeopleFile = (keptFor: string | undefined, file: File, sent: (share: number) => void) =>
  send<ImportedPeople>(`/api/people/file${keptFor ? `?keptFor=${encodeURIComponent(keptFor)}` : ""}`, "text/csv", file, sent);

/** Lays a message from a file into the mail room of whom it is for. */
export const sendMessageFile = (file: File, sent: (share: number) => void) =>
  send<{ became: "applied" | "repeated" | "outdated" | "filed" | "waits" }>("/api/mails", "message/rfc822", file, sent);

/** Sends a paper to be laid with an entry. */
export const sendPaper = (entry: string, file: File, sent: (share: number) => void) =>
  send<{ change: number }>(
    `/api/entries/${encodeURIComponent(entry)}/papers?name=${encodeURIComponent(file.name)}`,
    "application/octet-stream",
    file,
    sent,
  );

/** Sends a paper to be laid with what is being written. */
export const sendDraftPaper = (draft: string, file: File, sent: (share: number) => void) =>
  send<KeptDraft>(
    `/api/drafts/${encodeURIComponent(draft)}/papers?name=${encodeURIComponent(file.name)}`,
    "application/octet-stream",
    file,
    sent,
  );

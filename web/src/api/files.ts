import { forgeryToken, Problem } from "./client";
import type { ImportReport } from "./types";

/** Sends a calendar file; how much of it has gone is told, and it can be stopped. */
export function sendFile(person: string, file: File, sent: (share: number) => void): { report: Promise<ImportReport>; stop: () => void } {
  const request = new XMLHttpRequest();
  const report = new Promise<ImportReport>((resolve, reject) => {
    request.open("POST", `/api/calendars/${encodeURIComponent(person)}/file`);
    request.setRequestHeader("Content-Type", "text/calendar");
    request.setRequestHeader("X-Corlin-Forgery", forgeryToken() ?? "");
    request.upload.onprogress = (e) => e.lengthComputable && sent(e.loaded / e.total);
    request.upload.onload = () => sent(1);
    request.onload = () => {
      const body = JSON.parse(request.responseText || "{}") as ImportReport & { title?: string; type?: string };
      if (request.status === 200) resolve(body);
      else reject(new Problem(body.title ?? "Something went wrong; nothing was changed.", body.type ?? "corlin:failed", request.status, "file"));
    };
    request.onerror = () => reject(new Problem("Corlin cannot be reached. Nothing was changed; try again.", "corlin:offline", 0, "file"));
    request.onabort = () => reject(new Problem("Stopped. Nothing was changed.", "corlin:stopped", 0, "file"));
    request.send(file);
  });
  return { report, stop: () => request.abort() };
}

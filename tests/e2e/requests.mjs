// Asking a running Corlin without a browser, and asking its database by a library that is not ours.
import { execFileSync } from "node:child_process";
import { join } from "node:path";

/** Sends what a screen would, with the cookies and the token of one session. */
export async function openSession(address) {
  const cookies = new Map();
  const send = async (method, path, body) => {
    const answer = await fetch(address + path, {
      method,
      headers: {
        cookie: [...cookies].map(([k, v]) => `${k}=${v}`).join("; "),
        ...(body ? { "content-type": "application/json" } : {}),
        ...(send.forgery ? { "X-Corlin-Forgery": send.forgery } : {}),
      },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    for (const cookie of answer.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie);
      cookies.set(name, value);
    }
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
    const text = await answer.text();
    return text ? JSON.parse(text) : undefined;
  };
  send.renew = async () => (send.forgery = (await send("GET", "/api/session")).forgery);
  await send.renew();
  return send;
}

/** Lets somebody in. */
export async function letIn(address, who, password) {
  const send = await openSession(address);
  await send("POST", "/api/session", { address: who, password });
  await send.renew();
  return send;
}

/** Whether a request failed because nobody is there any more. */
export const isGone = (failure) => /fetch failed|terminated|socket|ECONN/.test(String(failure) + String(failure.cause));

/** Moments from 0 to below 1, the same for the same seed (Lehmer's generator). */
export function moments(from) {
  let at = from + 1;
  return () => (at = (at * 48_271) % 2_147_483_647) / 2_147_483_647;
}

/** What a database says, asked by the library that ships with Python. */
export const query = (data, sql) =>
  JSON.parse(
    execFileSync(
      "python3",
      [
        "-c",
        "import sqlite3,sys,json;print(json.dumps(sqlite3.connect(sys.argv[1]).execute(sys.argv[2]).fetchall()))",
        join(data, "corlin.db"),
        sql,
      ],
      { encoding: "utf8" },
    ),
  );

// What the measurements over HTTP share.
/** Somebody who is signed in to a server and asks it, without a browser. */
export class Assistant {
  cookies = new Map();

  constructor(server) {
    this.server = server;
  }

  async ask(method, path, body) {
    const headers = { cookie: [...this.cookies].map(([k, v]) => `${k}=${v}`).join("; "), "content-type": "application/json" };
    if (method !== "GET") headers["X-Corlin-Forgery"] = this.forgery;
    const answer = await fetch(this.server + path, { method, headers, body: body && JSON.stringify(body) });
    for (const cookie of answer.headers.getSetCookie()) {
      const [name, ...rest] = cookie.split(";")[0].split("=");
      this.cookies.set(name, rest.join("="));
    }
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 200)}`);
    return text ? JSON.parse(text) : undefined;
  }

  async signIn(address) {
    this.forgery = (await this.ask("GET", "/api/session")).forgery;
    await this.ask("POST", "/api/session", { address, password: "tide and turbine" });
    this.forgery = (await this.ask("GET", "/api/session")).forgery;
    return this;
  }
}

export const percentile = (times, p) => [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * p))] ?? NaN;

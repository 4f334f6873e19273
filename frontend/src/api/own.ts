/** What the server says of itself that every request and every draft needs: the token of changes, and the mark of
 * the data, which tells drafts of one data set from those of another. */
import type { Session } from "./types";

export const TOKEN = "X-Aretane-Token";
/** Names this window, so that its newer questions replace its older ones and nobody else's. */
export const WINDOW = "X-Aretane-Window";
const SAFE = new Set(["GET", "HEAD", "OPTIONS"]);

let token: string | null = null;
let mark = "";
const here = crypto.randomUUID();

/** Takes token and mark from the session. */
export function knowSession(session: Pick<Session, "token" | "mark">): void {
  token = session.token;
  mark = session.mark;
}

/** The mark of the data these pages show; "" until the session is known. */
export const dataMark = (): string => mark;

/** The token that goes with a change; `anew`: asked for again, for the last one was refused. */
export async function ownToken(anew = false): Promise<string> {
  if (token === null || anew) {
    const answer = await fetch(new Request("/api/session"));
    if (answer.ok) knowSession((await answer.json()) as Session);
  }
  return token ?? "";
}

function withToken(request: Request, value: string): Request {
  request.headers.set(TOKEN, value);
  request.headers.set(WINDOW, here);
  return request;
}

/** Sends a request of these pages; a change goes with the token, once more with a new one where that was refused. */
export async function sendOwn(request: Request): Promise<Response> {
  if (SAFE.has(request.method)) return fetch(request);
  const again = request.clone();
  const answer = await fetch(withToken(request, await ownToken()));
  return answer.status === 403 ? fetch(withToken(again, await ownToken(true))) : answer;
}

import { beforeEach, expect, it, vi } from "vitest";
import { knowSession, sendOwn, TOKEN } from "../src/api/own";

const seen: { url: string; token: string | null; body: string }[] = [];
const accepted = "new";
let refusing = false;
vi.stubGlobal("fetch", async (request: Request) => {
  if (request.url.endsWith("/api/session"))
    return new Response(JSON.stringify({ token: accepted, mark: "m" }));
  const token = request.headers.get(TOKEN);
  seen.push({ url: request.url, token, body: await request.text() });
  return new Response("{}", {
    status: !refusing && (request.method === "GET" || token === accepted) ? 200 : 403,
  });
});
vi.stubGlobal(
  "Request",
  class extends Request {
    constructor(input: string | URL | Request, init?: RequestInit) {
      super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
    }
  },
);

beforeEach(() => {
  seen.length = 0;
  refusing = false;
});

it("sends no token with what only reads", async () => {
  await sendOwn(new Request("http://localhost/api/today"));
  expect(seen).toEqual([{ url: "http://localhost/api/today", token: null, body: "" }]);
});

it("fetches the token anew where the last one is refused, and sends the same body once more", async () => {
  knowSession({ token: "old", mark: "m" });
  const answer = await sendOwn(new Request("http://localhost/api/players", { method: "POST", body: "x" }));
  expect(answer.status).toBe(200);
  expect(seen.map((one) => [one.token, one.body])).toEqual([
    ["old", "x"],
    ["new", "x"],
  ]);
});

it("tries no third time where the new token is refused too", async () => {
  refusing = true;
  knowSession({ token: "old", mark: "m" });
  const answer = await sendOwn(new Request("http://localhost/api/players", { method: "DELETE" }));
  expect([answer.status, seen.length]).toEqual([403, 2]);
});

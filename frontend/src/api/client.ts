import createClient from "openapi-fetch";
import { sendOwn } from "./own";
import type { paths } from "./schema";
import type { Problem } from "./types";

export const api = createClient<paths>({ baseUrl: "/", fetch: sendOwn });

/** What the server refused, with its places. `status` 0: it did not answer. */
export class Refusal extends Error {
  constructor(
    public status: number,
    public problem: Problem,
  ) {
    super([problem.message, ...problem.faults.map((f) => `${f.place}: ${f.words}`)].join("\n"));
  }
}

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer, or a Refusal. */
export async function take<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await asked;
  } catch {
    throw new Refusal(0, { message: "the server does not answer", faults: [], current: null });
  }
  if (!answer.response.ok) throw new Refusal(answer.response.status, asProblem(answer.error));
  return answer.data as T;
}

export function asProblem(error: unknown): Problem {
  if (typeof error === "object" && error !== null && "message" in error && "faults" in error)
    return error as Problem;
  return { message: "the server sent an answer that cannot be read", faults: [], current: null };
}

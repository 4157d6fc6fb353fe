/** The typed way to the server: every call goes through here, with the CSRF token and errors as
 * one kind. */
import createClient, { type Middleware } from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Row = Schemas["RowOut"];
export type Job = Schemas["JobOut"];
export type Project = Schemas["ProjectOut"];
export type Piece = Schemas["PieceOut"];
export type Cluster = Schemas["ClusterOut"];
export type Inspection = Schemas["InspectorOut"];
export type Channel = Schemas["OutletOut"]["channel"];

/** An error as the server tells it (problem+json): a stable code, a sentence, the field, a way
 * out. */
export class Problem extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly status: number,
    readonly field = "",
    readonly hint = "",
  ) {
    super(message);
  }
}

function cookie(name: string): string {
  const found = document.cookie.split("; ").find((part) => part.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

async function toProblem(response: Response): Promise<Problem> {
  try {
    const told = (await response.json()) as {
      code?: string;
      title?: string;
      detail?: string;
      field?: string;
      hint?: string;
    };
    return new Problem(
      told.code ?? "unknown",
      told.detail || told.title || response.statusText,
      response.status,
      told.field,
      told.hint,
    );
  } catch {
    return new Problem(
      "unknown",
      `The server returned error ${response.status}.`,
      response.status,
      "",
      "Try again in a moment.",
    );
  }
}

const guard: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
  async onResponse({ response }) {
    if (!response.ok) throw await toProblem(response);
    return response;
  },
  onError() {
    return new Problem(
      "offline",
      "Cannot reach the Bunraku server.",
      0,
      "",
      "Check that it is running. Nothing has been lost.",
    );
  },
};

export const api = createClient<paths>({
  querySerializer: { array: { style: "form", explode: true } },
});
api.use(guard);

/** The data of an answer; errors were thrown before. */
export function data<T>(answer: { data?: T }): T {
  return answer.data as T;
}

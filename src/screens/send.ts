/** An answer the server gave, or why there was none. */
export type Sent<T> =
  | { readonly ok: true; readonly data: T }
  | {
      readonly ok: false;
      readonly status: number;
      readonly detail: string;
      readonly retryAfterS?: number;
      /** What is wrong, one by one, where the server names them. */
      readonly errors?: readonly { readonly path: string; readonly message: string }[];
    };

/** Sends JSON to the app's own server. Never throws: no signal is an answer too. */
export async function send<T>(
  path: string,
  body: unknown,
  method: "POST" | "PUT" | "DELETE" = "POST",
): Promise<Sent<T>> {
  return ask(path, {
    method,
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  });
}

/** Sends a file as it is. Never throws. */
export const sendFile = <T>(path: string, file: File): Promise<Sent<T>> =>
  ask(path, { method: "POST", body: file });

async function ask<T>(path: string, request: RequestInit): Promise<Sent<T>> {
  let answer: Response;
  try {
    answer = await fetch(path, request);
  } catch {
    return {
      ok: false,
      status: 0,
      detail:
        "No signal: the server was not reached. What you typed is still here; try again when the signal is back.",
    };
  }
  const data = (await answer.json().catch(() => ({}))) as T & {
    detail?: string;
    retryAfterS?: number;
    errors?: readonly { path: string; message: string }[];
  };
  if (answer.ok) return { ok: true, data };
  return {
    ok: false,
    status: answer.status,
    detail: data.detail ?? "The server did not say why.",
    retryAfterS: data.retryAfterS,
    errors: data.errors,
  };
}

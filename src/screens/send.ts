/** An answer the server gave, or why there was none. */
export type Sent<T> =
  | { readonly ok: true; readonly data: T }
  | { readonly ok: false; readonly status: number; readonly detail: string; readonly retryAfterS?: number };

/** Posts JSON to the app's own server. Never throws: no signal is an answer too. */
export async function send<T>(path: string, body: unknown): Promise<Sent<T>> {
  let answer: Response;
  try {
    answer = await fetch(path, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
    });
  } catch {
    return {
      ok: false,
      status: 0,
      detail: "No signal: the server was not reached. Nothing is lost; try again.",
    };
  }
  const data = (await answer.json().catch(() => ({}))) as T & { detail?: string; retryAfterS?: number };
  if (answer.ok) return { ok: true, data };
  return {
    ok: false,
    status: answer.status,
    detail: data.detail ?? "The server did not say why.",
    retryAfterS: data.retryAfterS,
  };
}

/** How a sending ended. Each asks something else of a person (see the messages under `link`). */
export type Link = "sent" | "sending" | "no_signal" | "signed_out" | "refused" | "server_trouble";

export type Answer<T> =
  | { readonly link: "sent"; readonly data: T }
  | { readonly link: Exclude<Link, "sent" | "sending">; readonly detail?: string };

/** Posts JSON and tells apart why it did not arrive. Never throws. */
export async function sendJson<T>(path: string, body: unknown): Promise<Answer<T>> {
  let answer: Response;
  try {
    answer = await fetch(path, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
    });
  } catch {
    return { link: "no_signal" };
  }
  const data = (await answer.json().catch(() => undefined)) as (T & { detail?: string }) | undefined;
  if (answer.ok) return data === undefined ? { link: "server_trouble" } : { link: "sent", data };
  const detail = data?.detail;
  if (answer.status === 401) return { link: "signed_out", detail };
  return { link: answer.status >= 500 ? "server_trouble" : "refused", detail };
}

/** Whether trying again by itself can help. */
export const tryAgain = (link: Link): boolean => link === "no_signal" || link === "server_trouble";

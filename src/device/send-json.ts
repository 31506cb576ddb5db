import { type DeviceSignature, signedHeader } from "@/contract/signed";

/** How a sending ended. Each asks something else of a person (see the messages under `link`). */
export type Link = "sent" | "sending" | "no_signal" | "signed_out" | "refused" | "server_trouble";

export type Answer<T> =
  | { readonly link: "sent"; readonly data: T }
  | {
      readonly link: Exclude<Link, "sent" | "sending">;
      readonly detail?: string;
      readonly retryAfterS?: number;
      /** Which problem the server named, `not-yours` for one. */
      readonly problem?: string;
    };

/** Posts JSON and tells apart why it did not arrive. Never throws. */
export const sendJson = <T>(path: string, body: unknown): Promise<Answer<T>> =>
  asked(path, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  });

/** Puts bytes and tells apart why they did not arrive. Never throws. */
export const putBytes = <T>(path: string, body: Blob, signed?: DeviceSignature): Promise<Answer<T>> =>
  asked(path, {
    method: "PUT",
    headers: {
      "content-type": "application/octet-stream",
      ...(signed && { [signedHeader]: signed }),
    },
    body,
  });

/** Reads JSON and tells apart why none came. Never throws. */
export const getJson = <T>(path: string): Promise<Answer<T>> => asked(path, { cache: "no-store" });

async function asked<T>(path: string, how: RequestInit): Promise<Answer<T>> {
  let answer: Response;
  try {
    answer = await fetch(path, how);
  } catch {
    return { link: "no_signal" };
  }
  const data = (await answer.json().catch(() => undefined)) as
    | (T & { detail?: string; retryAfterS?: number; type?: string })
    | undefined;
  if (answer.ok) return data === undefined ? { link: "server_trouble" } : { link: "sent", data };
  const { detail, retryAfterS, type } = data ?? {};
  const link = answer.status === 401 ? "signed_out" : answer.status >= 500 ? "server_trouble" : "refused";
  return { link, detail, retryAfterS, problem: type?.split("/").at(-1) };
}

/** Whether trying again by itself can help. */
export const tryAgain = (link: Link): boolean => link === "no_signal" || link === "server_trouble";

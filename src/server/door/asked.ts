/** Why a request goes no further than the door. */
export interface Refusal {
  readonly status: 400 | 404 | 405 | 414;
  readonly detail: string;
}

const longest = 2000;
const methods = new Set(["GET", "HEAD", "POST", "PUT", "DELETE", "OPTIONS"]);

/**
 * Refuses what no part of the app could answer: a method it has none of, a path too long, one whose percent coding does not
 * read, or with control characters in it. A page is only ever read; what changes something goes to `/api`.
 */
export function refusalOf(method: string, url: string): Refusal | undefined {
  if (!methods.has(method))
    return { status: 405, detail: `expected ${[...methods].join(", ")}, got ${method}` };
  if (url.length > longest)
    return { status: 414, detail: `expected an address of at most ${longest} characters, got ${url.length}` };
  const [path = "", query = ""] = url.split("?", 2);
  if (!path.startsWith("/") || path.startsWith("//") || path.includes("\\"))
    return { status: 400, detail: "expected a path that begins with one slash and has no backslash" };
  const plain = decoded(path);
  const asked = decoded(query);
  if (plain === undefined || asked === undefined)
    return { status: 400, detail: "expected percent coding of UTF-8 in the address, and it does not read" };
  if (hasControls(plain) || hasControls(asked))
    return { status: 400, detail: "expected an address without control characters" };
  if (!plain.startsWith("/api/") && method !== "GET" && method !== "HEAD")
    return { status: 405, detail: `expected a page to be read with GET, got ${method}` };
  return undefined;
}

/**
 * Where a request to tag out is read, whatever stands for its plate: a plate typed with a per cent sign, a tab or anything
 * else is no reason to refuse it. Undefined for every other request.
 */
export function tagOutAddress(method: string, url: string): string | undefined {
  const [, plate = ""] = (method === "POST" && /^\/api\/units\/([^/?]+)\/tags(?:\?|$)/.exec(url)) || [];
  if (plate === "") return undefined;
  return `/api/units/${decoded(plate) === undefined ? encodeURIComponent(plate) : plate}/tags`;
}

/**
 * Whether what a page of ours says it stands on, when it asks for another, is the tree it should be: a place by its name,
 * and the places within it.
 */
export function isRouterState(header: string): boolean {
  try {
    return isPlace(JSON.parse(decodeURIComponent(header)));
  } catch {
    return false;
  }
}

function isPlace(one: unknown): boolean {
  if (!Array.isArray(one)) return false;
  const [name, within] = one as readonly unknown[];
  if (typeof name !== "string" && !Array.isArray(name)) return false;
  return typeof within === "object" && within !== null && Object.values(within).every(isPlace);
}

function decoded(text: string): string | undefined {
  try {
    return decodeURIComponent(text);
  } catch {
    return undefined;
  }
}

const hasControls = (text: string): boolean => [...text].some((sign) => sign < " " || sign === "\u007f");

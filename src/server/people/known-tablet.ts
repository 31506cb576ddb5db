import { createHmac, randomBytes, timingSafeEqual } from "node:crypto";
import { secretFile } from "@/server/config";

/** The cookie of a tablet somebody has signed in on: what strangers try elsewhere never makes it wait. */
const cookieName = "rook-tablet";
const days = 400;

const macOf = (id: string): string =>
  createHmac("sha256", secretFile("tablet-secret")).update(id).digest("base64url");

const same = (a: string, b: string): boolean =>
  a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));

/** The id this server gave a tablet, or undefined for one that is new to it, or says a false one. */
export function knownTablet(headers: Headers): string | undefined {
  const said = (headers.get("cookie") ?? "")
    .split("; ")
    .find((one) => one.startsWith(`${cookieName}=`))
    ?.slice(cookieName.length + 1);
  const [id = "", mac = ""] = said?.split(".") ?? [];
  return id !== "" && same(mac, macOf(id)) ? id : undefined;
}

/** Makes a tablet known: the cookie to set. */
export function tabletCookie(overTls: boolean): string {
  const id = randomBytes(12).toString("base64url");
  const secure = overTls ? "; Secure" : "";
  return `${cookieName}=${id}.${macOf(id)}; Path=/; Max-Age=${days * 86_400}; HttpOnly; SameSite=Lax${secure}`;
}

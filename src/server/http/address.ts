import { isIPv6 } from "node:net";

/**
 * Where a request comes from, as the door has written it: an IPv4 address, or the network of an IPv6 one, since whoever
 * has one address of it has them all. `unknown` for what did not come through the door.
 */
export function addressOf(headers: Headers): string {
  const address = (headers.get("x-forwarded-for") ?? "").split(",")[0]?.trim() ?? "";
  if (address === "") return "unknown";
  const plain = address.replace(/^::ffff:/i, "");
  return isIPv6(plain) ? `${networkOf(plain)}::/64` : plain.slice(0, 45);
}

function networkOf(address: string): string {
  const [head = "", tail] = address.toLowerCase().split("::");
  const before = head === "" ? [] : head.split(":");
  const after = tail === undefined || tail === "" ? [] : tail.split(":");
  const between = tail === undefined ? 0 : 8 - before.length - after.length;
  return [...before, ...Array<string>(Math.max(0, between)).fill("0"), ...after]
    .slice(0, 4)
    .map((group) => Number.parseInt(group, 16).toString(16))
    .join(":");
}

import { cookies } from "next/headers";
import { type DisplayChoice, displayOf } from "@/contract/display";

/** How the device that asks shows things. */
export async function displayChoice(): Promise<DisplayChoice> {
  const jar = await cookies();
  return displayOf((name) => jar.get(name)?.value);
}

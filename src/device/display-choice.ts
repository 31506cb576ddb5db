import { type DisplayChoice, displayOf } from "@/contract/display";

/** Read on the device: a page kept there is the same for everybody. */
export function displayChoice(): DisplayChoice {
  const chosen = new Map(document.cookie.split("; ").map((one) => one.split("=", 2) as [string, string]));
  return displayOf((name) => chosen.get(name));
}

import type { Fault } from "@/core/machine/faults";
import type { T } from "../inspect/words";
import { faultWords } from "./words";

/** Few are all told; of many the first, and how many more. */
export function FaultList({ faults, t, most = 12 }: { faults: readonly Fault[]; t: T; most?: number }) {
  return (
    <ul className="mt-1">
      {faults.slice(0, most).map((fault) => (
        <li key={`${fault.component} ${fault.mode}`} className="border-b border-line py-1.5">
          {faultWords(t, fault)}
        </li>
      ))}
      {faults.length > most ? (
        <li className="py-1.5 text-ink2">{t("proof.more", { count: faults.length - most })}</li>
      ) : null}
    </ul>
  );
}

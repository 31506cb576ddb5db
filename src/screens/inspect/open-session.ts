import { useEffect, useState } from "react";
import { makerOf } from "@/contract/walk";
import { InspectionLog } from "@/device/inspection-log";
import { signerOf } from "@/device/keys";
import { walkIsOpen } from "@/device/open-walks";
import { outbox } from "@/device/outbox";
import { plannerOf } from "@/device/walk/planner";
import { InspectionSession, inputOf } from "@/device/walk/session";
import type { InspectData } from "./inspect-data";

/**
 * The session of a walk, once what this device keeps of it has been read and planned: a walk opens at the step it was
 * left at. While it is open it sends its own events.
 */
export function useSession(data: InspectData): InspectionSession | undefined {
  const [session, setSession] = useState<InspectionSession>();
  useEffect(() => {
    const offsetMs = data.nowMs - Date.now();
    const sign = signerOf(data.person.id);
    const log = new InspectionLog(
      data.id,
      data.events,
      data.head,
      () => Date.now() + offsetMs,
      sign,
      makerOf(data),
    );
    const opening = new InspectionSession(data, log, plannerOf(inputOf(data)), sign);
    let left = false;
    outbox().leaveTo(data.id);
    void opening.open().then(() => {
      if (!left) setSession(opening);
    });
    const closed = walkIsOpen();
    const again = () => void opening.send();
    window.addEventListener("online", again);
    return () => {
      left = true;
      setSession(undefined);
      window.removeEventListener("online", again);
      opening.close();
      closed();
      outbox().leaveTo(undefined);
    };
  }, [data]);
  return session;
}

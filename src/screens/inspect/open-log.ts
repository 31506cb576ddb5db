import { useEffect, useState } from "react";
import { InspectionLog } from "@/device/inspection-log";
import { walkIsOpen } from "@/device/open-walks";
import { outbox } from "@/device/outbox";
import type { InspectData } from "./inspect-data";

/**
 * The log of a walk, once what this device keeps of it has been read: a walk opens at the step it was left at. While it
 * is open it sends its own events.
 */
export function useLog(data: InspectData): InspectionLog | undefined {
  const [log, setLog] = useState<InspectionLog>();
  useEffect(() => {
    const offsetMs = data.nowMs - Date.now();
    const opening = new InspectionLog(data.id, data.events, data.head, () => Date.now() + offsetMs);
    let left = false;
    // A device whose store cannot be read still shows the walk, and says of each answer that it was not kept.
    const opened = () => {
      if (!left) setLog(opening);
    };
    outbox().leaveTo(data.id);
    void opening.open().then(opened, opened);
    const closed = walkIsOpen();
    const again = () => void opening.send();
    window.addEventListener("online", again);
    return () => {
      left = true;
      setLog(undefined);
      window.removeEventListener("online", again);
      opening.close();
      closed();
      outbox().leaveTo(undefined);
    };
  }, [data]);
  return log;
}

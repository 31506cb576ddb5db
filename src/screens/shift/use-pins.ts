"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { send } from "../send";

/** Which shift of which day something is said of. */
export interface ShiftOfDay {
  readonly siteId: string;
  readonly shiftId: string;
  readonly day: string;
}

/** Says something of a shift's plan, or takes it back, and shows the page anew; `say` answers whether it was taken. */
export function usePins({ siteId, shiftId, day }: ShiftOfDay) {
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const say = async (method: "PUT" | "DELETE", pin: object): Promise<boolean> => {
    const path = `/api/sites/${encodeURIComponent(siteId)}/shift/pins`;
    const answer = await send(path, { shiftId, day, ...pin }, method);
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
    return answer.ok;
  };
  return { say, problem };
}

import { useEffect, useState } from "react";
import { type Policy, policySchemaVersion } from "@/core/vocabulary/policy-form";
import { keptHere } from "@/device/kept-here";

/**
 * A policy that is being changed: kept on this device until it is put in force or dropped. One that was begun over another policy
 * than today's is not taken up again: it would bring back what somebody has changed since.
 */
export function useDraft(siteId: string, now: Policy) {
  const name = `policy draft ${siteId}`;
  const [draft, setDraft] = useState(now);
  const [taken, setTaken] = useState(false);
  useEffect(() => {
    const kept = keptHere.read(name) as
      | { readonly over?: Policy; readonly draft?: Policy }
      | null
      | undefined;
    const isOver = JSON.stringify(kept?.over) === JSON.stringify(now);
    if (isOver && kept?.draft?.schema === policySchemaVersion) setDraft(kept.draft);
    setTaken(true);
  }, [name, now]);
  useEffect(() => {
    if (!taken) return;
    if (JSON.stringify(draft) === JSON.stringify(now)) keptHere.forget(name);
    else keptHere.keep(name, { over: now, draft });
  }, [taken, name, draft, now]);
  return [draft, setDraft] as const;
}

import { useEffect, useState } from "react";
import type { ProofAnswer, ProofQuestion } from "./answer";

/** The answer of a proof worker; undefined while it works. One asked before is dropped when the question changes. */
export function useProof(question: ProofQuestion): ProofAnswer | undefined {
  const [answer, setAnswer] = useState<ProofAnswer>();
  useEffect(() => {
    setAnswer(undefined);
    if (typeof Worker === "undefined") {
      setAnswer({ ok: false, why: "this browser has no workers" });
      return;
    }
    const worker = new Worker(new URL("./proof.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = (event: MessageEvent<ProofAnswer>) => setAnswer(event.data);
    worker.onerror = (event) => setAnswer({ ok: false, why: event.message });
    worker.postMessage(question);
    return () => worker.terminate();
  }, [question]);
  return answer;
}

"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { StartAnswer, UnderWay } from "@/contract/walk";
import { beginHere } from "@/device/prepared";
import { sendJson, tryAgain } from "@/device/send-json";
import { Button } from "@/kit/button";
import { JoinWalk } from "./join-walk";

/** Begins an inspection, goes on with one's own open one, or offers to join somebody else's. */
export function StartWalk({
  unitId,
  plate,
  words,
  look,
  scope = "full",
}: {
  unitId: string;
  plate: string;
  words: string;
  look: "go" | "plain";
  scope?: "full" | "check_in" | "transport" | "after_transport";
}) {
  const t = useTranslations();
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const [other, setOther] = useState<UnderWay>();
  const start = async (ask: boolean) => {
    setBusy(true);
    const answer = await sendJson<StartAnswer>("/api/inspections", { unitId, scope, ask });
    if (answer.link === "sent") {
      if ("id" in answer.data) return router.push(`/inspect/${answer.data.id}`);
      setOther(answer.data.underWay);
      return setBusy(false);
    }
    const here = tryAgain(answer.link) && scope === "full" ? await beginHere(unitId) : undefined;
    // Without a signal only the walk's own page, which the tablet keeps, can be opened.
    if (here !== undefined) return window.location.assign(`/inspect/${here}`);
    setProblem(answer.detail ?? t(`link.${answer.link}`));
    setBusy(false);
  };
  return (
    <span>
      <Button
        look="small"
        disabled={busy}
        className={`whitespace-nowrap ${look === "go" ? "border-brass! bg-brass! text-brassink!" : ""}`}
        aria-label={`${words}, ${plate}`}
        onClick={() => void start(true)}
      >
        {words}
      </Button>
      {other === undefined ? null : (
        <JoinWalk
          plate={plate}
          walk={other}
          onJoined={(id) => router.push(`/inspect/${id}`)}
          onAnother={() => {
            setOther(undefined);
            void start(false);
          }}
          onClose={() => setOther(undefined)}
        />
      )}
      {problem === "" ? null : (
        <span role="alert" className="mt-1 block max-w-60 font-semibold">
          {problem}
        </span>
      )}
    </span>
  );
}

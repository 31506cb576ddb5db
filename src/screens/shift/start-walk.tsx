"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "@/kit/button";
import { send } from "../send";

/** Begins an inspection, or goes on with one's own open one. */
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
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const start = async () => {
    setBusy(true);
    const answer = await send<{ id: string }>("/api/inspections", { unitId, scope });
    if (answer.ok) router.push(`/inspect/${answer.data.id}`);
    else {
      setProblem(answer.detail);
      setBusy(false);
    }
  };
  return (
    <span>
      <Button
        look="small"
        disabled={busy}
        className={`whitespace-nowrap ${look === "go" ? "border-brass! bg-brass! text-brassink!" : ""}`}
        aria-label={`${words}, ${plate}`}
        onClick={() => void start()}
      >
        {words}
      </Button>
      {problem === "" ? null : (
        <span role="alert" className="mt-1 block max-w-60 font-semibold">
          {problem}
        </span>
      )}
    </span>
  );
}

"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { Problem } from "@/kit/problem";
import { send } from "../send";

/** The label of a tag: on the yard's printer where there is one, as a page in any case. */
export function PrintLabel({ tagId, printer }: { tagId: string; printer: boolean }) {
  const t = useTranslations("workshop");
  const [is, setIs] = useState<"idle" | "busy" | "sent">("idle");
  const [problem, setProblem] = useState("");
  return (
    <div className="mt-4">
      <div className="flex flex-wrap items-center gap-3">
        {printer ? (
          <Button
            look="small"
            disabled={is === "busy"}
            onClick={async () => {
              setIs("busy");
              const answer = await send(`/api/tags/${tagId}/label`, {});
              setIs(answer.ok ? "sent" : "idle");
              setProblem(answer.ok ? "" : answer.detail);
            }}
          >
            {t("label")}
          </Button>
        ) : null}
        <a href={`/tags/${tagId}/label`} className="grid min-h-[48px] content-center underline">
          {t("labelPage")}
        </a>
      </div>
      <p role="status">{is === "sent" ? t("labelSent") : ""}</p>
      <Problem className="mt-2">{problem}</Problem>
    </div>
  );
}

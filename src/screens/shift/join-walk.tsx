"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { UnderWay } from "@/contract/walk";
import { sendJson } from "@/device/send-json";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { Problem } from "@/kit/problem";

/** Somebody else is on this unit: join their walk, or begin another. */
export function JoinWalk({
  plate,
  walk,
  onJoined,
  onAnother,
  onClose,
}: {
  plate: string;
  walk: UnderWay;
  onJoined: (id: string) => void;
  onAnother: () => void;
  onClose: () => void;
}) {
  const t = useTranslations();
  const [problem, setProblem] = useState("");
  const join = async () => {
    const answer = await sendJson<unknown>(`/api/inspections/${walk.id}/people`, {});
    if (answer.link === "sent") onJoined(walk.id);
    else setProblem(answer.detail ?? t(`link.${answer.link}`));
  };
  return (
    <Dialog open onClose={onClose} title={t("together.title", { name: walk.name, plate })}>
      <p className="mt-3">{t("together.begun", { minutes: walk.minutes, done: walk.answered })}</p>
      <p className="mt-2">{t("together.joinHelp")}</p>
      <Problem className="mt-3">{problem}</Problem>
      <div className="mt-5 grid gap-3 md:flex md:justify-between">
        <Button look="small" onClick={onAnother}>
          {t("together.another")}
        </Button>
        <Button look="go" onClick={() => void join()}>
          {t("together.join")}
        </Button>
      </div>
    </Dialog>
  );
}

"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { UnitClocks } from "@/contract/clocks";
import { Button } from "@/kit/button";
import { send } from "../send";
import { intervalWords } from "./interval-words";

/** Programmes that ask less than before, and wait for a second person. */
export function Claims({ plate, claims, me }: { plate: string; claims: UnitClocks["claims"]; me: string }) {
  const t = useTranslations();
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const settle = async (id: string, method: "POST" | "DELETE") => {
    const answer = await send(`/api/units/${encodeURIComponent(plate)}/programmes/${id}`, {}, method);
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
  };
  return (
    <ul className="mt-3 grid gap-3">
      {claims.map(({ id, content, asksLess, enteredBy, by }) => (
        <li key={id} className="border-[2.5px] border-dashed border-ink p-3">
          <p>
            <b>{t(`job.${content.job}`)}</b>, {intervalWords(t, content)}. {content.source}.{" "}
            {t("clocks.asksLess", { why: asksLess.map((one) => t(`clocks.less.${one}`)).join(", "), by })}
          </p>
          <div className="mt-2 flex flex-wrap gap-3">
            {enteredBy === me ? null : (
              <Button look="small" onClick={() => void settle(id, "POST")}>
                {t("clocks.agree")}
              </Button>
            )}
            <Button look="small" onClick={() => void settle(id, "DELETE")}>
              {t("clocks.withdraw")}
            </Button>
          </div>
        </li>
      ))}
      {problem === "" ? null : (
        <li role="alert" className="border-[2.5px] border-tag p-3 font-semibold">
          {problem}
        </li>
      )}
    </ul>
  );
}

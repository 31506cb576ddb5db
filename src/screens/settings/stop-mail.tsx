"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { Problem } from "@/kit/problem";
import { send } from "../send";

/** The page a mail's own link opens: one touch for each kind that is still sent. */
export function StopMail({
  secret,
  name,
  sends,
}: {
  secret: string;
  name: string;
  sends: { readonly digest: boolean; readonly tag: boolean };
}) {
  const t = useTranslations("mail");
  const [left, setLeft] = useState(sends);
  const [stopped, setStopped] = useState(false);
  const [problem, setProblem] = useState("");
  const stop = async (kind: "digest" | "tag") => {
    const answer = await send(`/api/mail/stop/${secret}`, { kind });
    setProblem(answer.ok ? "" : answer.detail);
    setStopped(answer.ok);
    if (answer.ok) setLeft({ ...left, [kind]: false });
  };
  return (
    <main className="mx-auto grid max-w-[520px] gap-4 p-6">
      <h1 className="text-[28px] leading-tight font-bold">{t("stopTitle", { name })}</h1>
      {left.digest ? <Button onClick={() => void stop("digest")}>{t("stopDigest")}</Button> : null}
      {left.tag ? <Button onClick={() => void stop("tag")}>{t("stopTag")}</Button> : null}
      <p role="status" className="font-semibold">
        {stopped ? t("stopped") : ""}
      </p>
      <Problem>{problem}</Problem>
    </main>
  );
}

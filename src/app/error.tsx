"use client";
import { useTranslations } from "next-intl";
import { Button } from "@/kit/button";
import { Glyph } from "@/kit/plate";

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  const t = useTranslations();
  return (
    <main className="mx-auto max-w-xl p-8">
      <Glyph />
      <h1 className="mt-4 text-[32px] font-bold">{t("problem.error")}</h1>
      <p className="mt-2">{t("problem.errorHelp")}</p>
      <Button className="mt-6" onClick={reset}>
        {t("problem.retry")}
      </Button>
    </main>
  );
}

"use client";
import { useTranslations } from "next-intl";
import type { Says } from "@/core/diagnose/answers";
import type { Asked } from "@/core/diagnose/report";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { lookOfId, type T } from "../inspect/words";
import { movementOf, saysWords, testWords } from "./words";

/** What a test showed: as it must, or one of what it may come to. */
export function SayWhat({
  test,
  mayForget,
  onSay,
  onForget,
  onClose,
}: {
  test: Asked | undefined;
  /** The technician's own answer, which may be taken back. */
  mayForget: boolean;
  onSay: (test: Asked, says: Says) => void;
  onForget: (test: Asked) => void;
  onClose: () => void;
}) {
  const t = useTranslations() as unknown as T;
  if (test === undefined) return null;
  return (
    <Dialog open onClose={onClose} title={testWords(t, test.id)}>
      <p className="mt-2 text-ink2">{movementOf(test.id) === undefined ? lookOfId(t, test.id) : ""}</p>
      <p className="mt-3 font-semibold">{t("diagnose.pick")}</p>
      <div className="mt-2 grid gap-2.5 md:grid-cols-2">
        {["fine", ...test.conditions].map((says) => (
          <Button
            key={says}
            look="small"
            className="min-h-[56px] justify-start text-left"
            onClick={() => onSay(test, says)}
          >
            {saysWords(t, says)}
          </Button>
        ))}
      </div>
      {mayForget ? (
        <Button look="small" className="mt-4 border-dashed" onClick={() => onForget(test)}>
          {t("diagnose.forget")}
        </Button>
      ) : null}
    </Dialog>
  );
}

"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import type { Told } from "@/core/diagnose/answers";
import type { Sheet } from "@/core/sheet/sheet";
import { diagnosing } from "@/device/diagnose/diagnosing";
import { testWords } from "../diagnose/words";
import type { T } from "./words";

/** What a test that did not come is held against: all this walk tells, and the tests still to be made here. */
export interface Helps {
  readonly sheet: Sheet;
  readonly told: readonly Told[];
  readonly among: readonly string[];
}

/** Which of the tests still to be made would tell a technician most; nothing where none would. */
export function TryAlso({ helps }: { helps: Helps }) {
  const t = useTranslations() as unknown as T;
  const [tests, setTests] = useState<readonly string[]>([]);
  useEffect(() => {
    const asked = diagnosing(helps.sheet);
    let dropped = false;
    void asked.helpful(helps.told, helps.among).then(
      (found) => (dropped ? undefined : setTests(found)),
      () => undefined,
    );
    return () => {
      dropped = true;
      asked.close();
    };
  }, [helps]);
  return tests.length === 0 ? null : (
    <div className="mt-4 border-l-[5px] border-ink pl-3">
      <h3 className="font-bold">{t("diagnose.tryAlso")}</h3>
      <ul className="list-disc pl-5">
        {tests.map((id) => (
          <li key={id}>{testWords(t, id)}</li>
        ))}
      </ul>
    </div>
  );
}

"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { Glyph } from "@/kit/plate";
import { Problem } from "@/kit/problem";
import { DigitsField } from "../digits-field";
import { send } from "../send";

/** Somebody who came by a code chooses a PIN nobody else knows. */
export function ChoosePin({ name }: { name: string }) {
  const t = useTranslations();
  const [pin, setPin] = useState("");
  const [again, setAgain] = useState("");
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const ready = pin.length >= 4 && pin === again;
  const field = (words: string, value: string, set: (next: string) => void) => (
    <DigitsField is="new_pin" words={words} value={value} onType={set} />
  );
  return (
    <main className="graph-paper grid min-h-dvh place-items-center bg-[size:52px_52px] p-4">
      <form
        className="grid w-full max-w-[520px] gap-4 border-[3px] border-ink bg-chalk p-6 md:p-8"
        onSubmit={async (event) => {
          event.preventDefault();
          if (!ready || busy) return;
          setBusy(true);
          const answer = await send("/api/pin", { pin });
          setBusy(false);
          if (answer.ok) window.location.assign("/sign-in");
          else setProblem(answer.detail);
        }}
      >
        <Glyph />
        <h1 className="text-[28px] leading-tight font-bold">{t("choosePin.title", { name })}</h1>
        <p className="text-ink2">{t("choosePin.lead")}</p>
        {field(t("choosePin.pin"), pin, setPin)}
        {field(t("choosePin.again"), again, setAgain)}
        <Button look={ready ? "go" : "asleep"} type="submit" disabled={busy}>
          {t(pin !== "" && again !== "" && pin !== again ? "choosePin.differ" : "choosePin.set")}
        </Button>
        <Problem>{problem}</Problem>
      </form>
    </main>
  );
}

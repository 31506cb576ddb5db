"use client";
import { useTranslations } from "next-intl";
import { useEffect, useRef, useState } from "react";
import { languageNames, languages } from "@/contract/display";
import { idleMinutes } from "@/contract/session";
import { choose } from "@/device/display-choice";
import type { Present } from "@/device/present";
import { signIn } from "@/device/sign-in";
import { Button } from "@/kit/button";
import { Glyph } from "@/kit/plate";
import { Problem } from "@/kit/problem";

const digits = ["1", "2", "3", "4", "5", "6", "7", "8", "9"];

/** Badge and PIN, by keyboard or by a pad large enough for gloves; without a signal, for whom this tablet knows. */
export function SignIn({
  onHere = () => window.location.assign("/shift"),
}: {
  /** Who has signed in. */
  onHere?: (person: Present) => void;
}) {
  const t = useTranslations();
  const [badge, setBadge] = useState("");
  const [pin, setPin] = useState("");
  const [field, setField] = useState<"badge" | "pin">("badge");
  const [problem, setProblem] = useState("");
  const [waitS, setWaitS] = useState(0);
  const [busy, setBusy] = useState(false);
  const badgeInput = useRef<HTMLInputElement>(null);
  const pinInput = useRef<HTMLInputElement>(null);
  useEffect(() => badgeInput.current?.focus(), []);
  useEffect(() => {
    if (waitS <= 0) return;
    const timer = setTimeout(() => setWaitS(waitS - 1), 1000);
    return () => clearTimeout(timer);
  }, [waitS]);
  const change = field === "badge" ? setBadge : setPin;
  const submit = async () => {
    setBusy(true);
    const answer = await signIn(badge, pin);
    if (answer.kind === "here") {
      onHere(answer.person);
      return;
    }
    if (answer.kind === "choose_pin") {
      window.location.assign("/pin");
      return;
    }
    setBusy(false);
    setPin("");
    if (answer.kind === "not_enrolled") {
      setProblem(t("signIn.notEnrolled"));
      return;
    }
    setProblem(answer.kind === "refused" ? answer.detail : t("signIn.noMatch"));
    setWaitS(Math.ceil(answer.waitMs / 1000));
  };
  const input = (name: "badge" | "pin", label: string, value: string, set: (next: string) => void) => (
    <label className="block">
      <span className="font-semibold">{label}</span>
      <input
        ref={name === "badge" ? badgeInput : pinInput}
        type={name === "pin" ? "password" : "text"}
        inputMode="numeric"
        autoComplete={name === "pin" ? "current-password" : "username"}
        value={value}
        onFocus={() => setField(name)}
        onChange={(e) => set(e.target.value.replace(/\D/g, "").slice(0, 12))}
        className={`mt-1 min-h-[60px] w-full border-[2.5px] bg-chalk px-4 text-[26px] font-bold tracking-widest ${field === name ? "border-brass" : "border-ink"}`}
      />
    </label>
  );
  return (
    <main className="graph-paper grid min-h-dvh place-items-center bg-[size:52px_52px] p-4">
      <form
        className="grid w-full max-w-[860px] border-[3px] border-ink bg-chalk md:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          // Enter in the badge field goes on to the PIN, so that no PIN is typed where it can be read.
          if (pin === "") pinInput.current?.focus();
          else if (!busy && waitS === 0) void submit();
        }}
      >
        <div className="flex flex-col gap-4 p-6 md:border-r-2 md:border-ink md:p-8">
          <div className="flex items-center gap-3">
            <Glyph />
            <span className="text-[22px] font-bold">{t("name")}</span>
          </div>
          <h1 className="text-[32px] leading-none font-bold">{t("signIn.title")}</h1>
          {input("badge", t("signIn.badge"), badge, setBadge)}
          {input("pin", t("signIn.pin"), pin, setPin)}
          <Problem>{waitS > 0 ? t("signIn.wait", { seconds: waitS }) : problem}</Problem>
          <p className="mt-auto text-ink2">{t("signIn.note", { minutes: idleMinutes })}</p>
          <div className="flex gap-5">
            {languages.map((language) => (
              <button
                key={language}
                type="button"
                lang={language}
                className="min-h-[48px] underline decoration-2 underline-offset-4"
                onClick={() => choose("language", language)}
              >
                {languageNames[language]}
              </button>
            ))}
          </div>
        </div>
        <div className="grid grid-cols-3 gap-2.5 p-6 md:p-8">
          {digits.map((d) => (
            <Button
              key={d}
              className="min-h-[72px] text-[26px]!"
              onClick={() => change((was) => `${was}${d}`.slice(0, 12))}
            >
              {d}
            </Button>
          ))}
          <Button className="min-h-[72px]" onClick={() => change("")}>
            {t("signIn.clear")}
          </Button>
          <Button
            className="min-h-[72px] text-[26px]!"
            onClick={() => change((was) => `${was}0`.slice(0, 12))}
          >
            0
          </Button>
          {field === "badge" && pin === "" ? (
            <Button
              className="min-h-[72px]"
              disabled={badge.length < 3}
              onClick={() => pinInput.current?.focus()}
            >
              {t("signIn.pin")}
            </Button>
          ) : (
            <Button
              type="submit"
              look={badge.length >= 3 && pin.length >= 4 && waitS === 0 ? "go" : "asleep"}
              disabled={busy || waitS > 0 || badge.length < 3 || pin.length < 4}
              className="min-h-[72px] px-2!"
            >
              {t("signIn.go")}
            </Button>
          )}
        </div>
      </form>
    </main>
  );
}

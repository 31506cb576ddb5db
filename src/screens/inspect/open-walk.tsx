"use client";
import { useTranslations } from "next-intl";
import { useCallback, useEffect, useMemo, useState } from "react";
import { type Opening, openAhead, openedWalk } from "@/device/kept-walks";
import { buttonLook } from "@/kit/button";
import { useDisplay } from "../chrome/display";
import { HomeLink } from "../chrome/home-link";
import { SignIn } from "../sign-in/sign-in";
import { TagOut } from "../tagging/tag-out";
import { Inspect } from "./inspect";

const idHere = (): string => window.location.pathname.split("/").at(-1) ?? "";

/** Begins to open the walk while the words for it are still being read. */
export function OpenAhead() {
  useEffect(() => openAhead(idHere()), []);
  return null;
}

/** Opens the walk the address names, with a signal or without, and says what to do where it cannot. */
export function OpenWalk() {
  const t = useTranslations();
  const [opening, setOpening] = useState<Opening>();
  const open = useCallback(async () => {
    const id = idHere();
    const became = await openedWalk(id);
    if (became.kind === "sealed") window.location.replace(`/records/${id}`);
    else setOpening(became);
  }, []);
  useEffect(() => void open(), [open]);
  const walk = opening?.kind === "open" ? opening.walk : undefined;
  const { measures } = useDisplay();
  const data = useMemo(() => walk && { ...walk, measures }, [walk, measures]);
  if (data !== undefined) return <Inspect data={data} />;
  if (opening?.kind === "signed_out") return <SignIn onHere={() => void open()} />;
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex min-h-[56px] items-center gap-4 border-b-2 border-ink px-3 md:px-5">
        <HomeLink />
        <TagOut />
      </header>
      <main className="mx-auto w-full max-w-2xl p-6" aria-live="polite">
        {opening === undefined || opening.kind === "sealed" ? (
          <p className="text-ink2">{t("inspect.loading")}</p>
        ) : (
          <>
            <h1 className="text-[28px] leading-tight font-bold">{t(`openWalk.${opening.kind}`)}</h1>
            <p className="mt-2">{opening.kind === "refused" ? opening.detail : t("openWalk.notKeptHelp")}</p>
            <button type="button" className={`${buttonLook("plain")} mt-5`} onClick={() => void open()}>
              {t("openWalk.again")}
            </button>
          </>
        )}
      </main>
    </div>
  );
}

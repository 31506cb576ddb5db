"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { DisplayChoice } from "@/contract/display";
import { signOut } from "@/device/sign-in";
import { Button, buttonLook } from "@/kit/button";
import { Dialog } from "@/kit/dialog";

/** Who is signed in; light, measures and sign-out behind it. */
export function DisplayMenu({ person, display }: { person: string; display: DisplayChoice }) {
  const t = useTranslations();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const choose = (name: string, value: string) => {
    // biome-ignore lint/suspicious/noDocumentCookie: a choice of display, wanted before any script runs
    document.cookie = `${name}=${value};path=/;max-age=31536000;samesite=lax`;
    if (name === "rook-theme") document.documentElement.dataset["theme"] = value;
    router.refresh();
  };
  const group = <V extends string>(
    title: string,
    name: string,
    now: V,
    values: readonly (readonly [V, string])[],
  ) => (
    <fieldset className="mt-4">
      <legend className="font-semibold">{title}</legend>
      <div className="mt-1.5 flex flex-wrap gap-2">
        {values.map(([value, words]) => (
          <Button
            key={value}
            look="small"
            aria-pressed={now === value}
            className={now === value ? "bg-ink! text-chalk!" : ""}
            onClick={() => choose(name, value)}
          >
            {words}
          </Button>
        ))}
      </div>
    </fieldset>
  );
  return (
    <>
      <button
        type="button"
        className="min-h-[48px] font-bold underline decoration-2 underline-offset-4"
        onClick={() => setOpen(true)}
      >
        {person}
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title={person}>
        {group(t("nav.theme"), "rook-theme", display.theme, [
          ["day", t("nav.day")],
          ["night", t("nav.night")],
          ["auto", t("nav.auto")],
        ])}
        {group(t("nav.measures"), "rook-measures", display.measures, [
          ["metric", t("nav.metric")],
          ["imperial", t("nav.imperial")],
        ])}
        <Link href="/settings" className={`${buttonLook("small")} mt-6 w-full`}>
          {t("nav.settings")}
        </Link>
        <Button
          className="mt-4 w-full"
          onClick={async () => {
            await signOut();
            window.location.assign("/sign-in");
          }}
        >
          {t("nav.signOut")}
        </Button>
      </Dialog>
    </>
  );
}

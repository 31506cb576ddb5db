"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import {
  type DisplayChoice,
  type DisplayId,
  displayIds,
  displayValues,
  type Language,
  languageNames,
} from "@/contract/display";
import { choose } from "@/device/display-choice";
import { signOut } from "@/device/sign-in";
import { Button, buttonLook } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { Link } from "@/kit/link";
import type { T } from "../inspect/words";

/** Who is signed in; how this device shows things and, outside a walk, settings and sign-out behind it. */
export function DisplayMenu({
  person,
  display,
  inWalk = false,
}: {
  person: string;
  display: DisplayChoice;
  inWalk?: boolean;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className="min-h-[48px] min-w-[60px] font-bold underline decoration-2 underline-offset-4"
        aria-label={
          inWalk ? `${person}. ${t("display.theme.title")}, ${t("display.language.title")}` : undefined
        }
        onClick={() => setOpen(true)}
      >
        {inWalk ? (
          <>
            <span className="max-md:hidden">{person}</span>
            <span aria-hidden="true" className="text-[20px] md:hidden">
              Aa
            </span>
          </>
        ) : (
          person
        )}
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title={person}>
        <div className="mt-1 grid gap-x-6 md:grid-cols-2">
          {displayIds.map((id) => (
            <Choice
              key={id}
              id={id}
              now={display[id]}
              // A walk draws itself anew; a page of the server's has to be asked for.
              onChosen={() => (inWalk ? undefined : router.refresh())}
            />
          ))}
        </div>
        {inWalk ? null : (
          <>
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
          </>
        )}
      </Dialog>
    </>
  );
}

function Choice<Id extends DisplayId>({
  id,
  now,
  onChosen,
}: {
  id: Id;
  now: DisplayChoice[Id];
  onChosen: () => void;
}) {
  const t = useTranslations() as unknown as T;
  return (
    <fieldset className="mt-4">
      <legend className="font-semibold">{t(`display.${id}.title`)}</legend>
      <div className="mt-1.5 flex flex-wrap gap-2">
        {displayValues(id).map((value) => (
          <Button
            key={value}
            look="small"
            aria-pressed={now === value}
            lang={id === "language" ? value : undefined}
            className={now === value ? "bg-ink! text-chalk!" : ""}
            onClick={() => {
              choose(id, value);
              onChosen();
            }}
          >
            {id === "language" ? languageNames[value as Language] : t(`display.${id}.${value}`)}
          </Button>
        ))}
      </div>
    </fieldset>
  );
}

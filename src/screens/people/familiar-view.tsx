"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { UnitHead } from "../unit/unit-head";
import { ShownForm } from "./shown-form";

/** At the machine: whoever is signed in was shown this model, and the one who showed it signs beside them. */
export function FamiliarView({
  plate,
  sheet,
  name,
}: {
  plate: string;
  sheet: string;
  /** Who was shown it. */
  name: string;
}) {
  const t = useTranslations();
  const router = useRouter();
  const own = `/units/${encodeURIComponent(plate)}`;
  return (
    <div className="max-w-[920px] p-4 md:p-6">
      <UnitHead plate={plate} title={t("people.familiarOf", { sheet })} />
      <p className="mt-2 mb-4 max-w-[70ch] text-ink2">{t("people.familiarHere", { name })}</p>
      <ShownForm
        path={`/api${own}/familiar`}
        signer={undefined}
        pinWords={t("people.showerPin")}
        done={() => router.push(own)}
      />
    </div>
  );
}

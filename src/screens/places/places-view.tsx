"use client";
import { useTranslations } from "next-intl";
import type { ComponentProps } from "react";
import type { PlaceShown } from "@/contract/survey";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { PlaceDrawing } from "@/kit/place/place-drawing";
import { scaleFor } from "@/kit/place/scale";
import { MetersSection } from "../wind/meters-section";

/** The places of a site, each as it is drawn now. */
export function PlacesView({
  places,
  mayDraw,
  wind,
}: {
  places: readonly PlaceShown[];
  mayDraw: boolean;
  wind: ComponentProps<typeof MetersSection>;
}) {
  const t = useTranslations("places");
  return (
    <div className="p-4 md:p-6">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-[28px] leading-none font-bold">{t("title")}</h1>
        {mayDraw ? (
          <Link href="/settings/places/new" className={buttonLook("small")}>
            {t("add")}
          </Link>
        ) : null}
      </div>
      <p className="mt-2 max-w-[80ch] text-ink2">{t("lead")}</p>
      {places.length === 0 ? <p className="mt-4 text-ink2">{t("none")}</p> : null}
      <ul className="mt-4 grid gap-5 sm:grid-cols-2 xl:grid-cols-3">
        {places.map(({ id, plan }) => (
          <li key={id} className="border-2 border-ink">
            <Link href={`/settings/places/${id}`} className="block p-3">
              <span className="block text-[20px] font-bold underline">{plan.name}</span>
              <span className="block text-ink2">
                {t("size", { width: plan.widthM, depth: plan.depthM, marks: plan.marks.length })}
              </span>
              <PlaceDrawing
                plan={plan}
                scale={scaleFor(plan.widthM, plan.depthM, 560, 360)}
                words={t("drawWords", { name: plan.name })}
              />
            </Link>
          </li>
        ))}
      </ul>
      <MetersSection {...wind} />
    </div>
  );
}

"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { SelectField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { send } from "../send";
import { dayAndClock } from "../states";

export interface Parked {
  readonly places: readonly { readonly id: string; readonly name: string }[];
  /** Undefined: in the yard. */
  readonly at: { readonly placeId: string; readonly by: string; readonly setMs: number } | undefined;
}

/** Where the unit stands, said by whoever moved it. */
export function ParkedAt({ plate, parked, zone }: { plate: string; parked: Parked; zone: string }) {
  const t = useTranslations("units.parked");
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const { places, at } = parked;
  if (places.length === 0) return null;
  return (
    <div className="mt-4">
      <label className="flex flex-wrap items-center gap-3">
        <span className="font-semibold">{t("where")}</span>
        <SelectField
          value={at?.placeId ?? ""}
          onChange={async ({ target }) => {
            const path = `/api/units/${encodeURIComponent(plate)}/parked`;
            const answer = await send(path, { placeId: target.value === "" ? null : target.value }, "PUT");
            setProblem(answer.ok ? "" : answer.detail);
            if (answer.ok) router.refresh();
          }}
        >
          <option value="">{t("yard")}</option>
          {places.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
      </label>
      {at === undefined ? null : (
        <p className="text-ink2">{t("said", { name: at.by, time: dayAndClock(at.setMs, zone) })}</p>
      )}
      <Problem className="mt-2">{problem}</Problem>
    </div>
  );
}

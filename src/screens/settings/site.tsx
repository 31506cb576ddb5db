"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Ask, Field } from "../ask";

export interface SiteData {
  readonly id: string;
  readonly name: string;
  readonly timeZone: string;
  readonly shifts: readonly { readonly id: string; readonly startsMin: number }[];
}

const two = (value: number) => `${value}`.padStart(2, "0");

/** A site's name, time zone and shifts. */
export function Site({ site }: { site: SiteData }) {
  const t = useTranslations();
  const [name, setName] = useState(site.name);
  const [timeZone, setTimeZone] = useState(site.timeZone);
  const [shifts, setShifts] = useState(
    site.shifts.map(({ id, startsMin }) => ({
      id,
      starts: `${two(Math.floor(startsMin / 60))}:${two(startsMin % 60)}`,
    })),
  );
  return (
    <section className="max-w-[820px]">
      <h2 className="text-[22px] font-bold">{t("first.site")}</h2>
      <p className="mb-2 text-ink2">{t("settings.siteLead")}</p>
      <Ask
        path={`/api/sites/${encodeURIComponent(site.id)}`}
        method="PUT"
        make={() => ({ body: { name, timeZone, shifts } })}
        ready={name.trim().length > 1 && timeZone !== "" && shifts.length > 0}
        words={t("settings.save")}
      >
        <Field words={t("first.siteName")}>
          <TextField value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
        </Field>
        <Field words={t("first.zone")}>
          <TextField value={timeZone} maxLength={60} onChange={(event) => setTimeZone(event.target.value)} />
        </Field>
        {shifts.map((shift, i) => (
          <div key={shift.id} className="flex items-end gap-3">
            <Field words={`${t("first.shift")} ${shift.id}, ${t("first.starts").toLowerCase()}`}>
              <TextField
                type="time"
                value={shift.starts}
                onChange={(event) =>
                  setShifts((was) =>
                    was.map((one, at) => (at === i ? { ...one, starts: event.target.value } : one)),
                  )
                }
              />
            </Field>
            {shifts.length > 1 ? (
              <Button
                look="small"
                aria-label={`${t("settings.removeShift")}: ${shift.id}`}
                onClick={() => setShifts((was) => was.filter((one) => one !== shift))}
              >
                {t("settings.removeShift")}
              </Button>
            ) : null}
          </div>
        ))}
        <NewShift
          onAdd={(id) => setShifts((was) => [...was.filter((one) => one.id !== id), { id, starts: "22:30" }])}
        />
      </Ask>
    </section>
  );
}

function NewShift({ onAdd }: { onAdd: (id: string) => void }) {
  const t = useTranslations();
  const [id, setId] = useState("");
  return (
    <div className="flex items-end gap-3">
      <Field words={t("settings.newShift")}>
        <TextField
          value={id}
          maxLength={20}
          onChange={(event) => setId(event.target.value.toLowerCase().replace(/[^a-z0-9_]/g, ""))}
        />
      </Field>
      <Button
        look="small"
        disabled={!/^[a-z][a-z0-9_]+$/.test(id)}
        onClick={() => {
          onAdd(id);
          setId("");
        }}
      >
        {t("settings.addShift")}
      </Button>
    </div>
  );
}

"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { Field } from "../ask";
import { send } from "../send";
import type { Measures } from "../survey/figure";
import { NumberField } from "../survey/number-field";
import type { T } from "../survey/words";
import { MeterPanel } from "./meter-panel";
import { useWind } from "./use-wind";

interface MeterRow {
  readonly id: string;
  readonly name: string;
  readonly address: string;
}

/** The wind meters of a site: what each reads now; an owner adds one and takes one away. */
export function MetersSection({
  siteId,
  meters,
  maySet,
  zone,
  measures,
}: {
  siteId: string;
  meters: readonly MeterRow[];
  maySet: boolean;
  zone: string;
  measures: Measures;
}) {
  const t = useTranslations() as unknown as T;
  const router = useRouter();
  const wind = useWind(siteId);
  const [problem, setProblem] = useState("");
  const own = `/api/sites/${encodeURIComponent(siteId)}/wind-meters`;
  const ask = async (path: string, body: unknown) => {
    const answer = await send(path, body);
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
    return answer.ok;
  };
  return (
    <section className="mt-8 border-t-2 border-ink pt-4">
      <h2 className="text-[22px] font-bold">{t("wind.meters")}</h2>
      <p className="max-w-[80ch] text-ink2">{t("wind.metersLead")}</p>
      {meters.length === 0 ? <p className="mt-2">{t("wind.noMeters")}</p> : null}
      <ul className="mt-3 grid gap-5 lg:grid-cols-2">
        {meters.map(({ id, name, address }) => {
          const meter = wind?.meters.find((one) => one.id === id);
          return (
            <li key={id} className="border-2 border-ink p-3">
              {meter === undefined || wind === undefined ? (
                <p className="font-bold">{name}</p>
              ) : (
                <MeterPanel {...{ t, meter, zone, measures }} limitMps={undefined} nowMs={wind.atMs} />
              )}
              <div className="mt-2 flex flex-wrap items-center justify-between gap-3">
                <span className="text-ink2">{address}</span>
                {maySet ? (
                  <Button look="small" onClick={() => void ask(`${own}/${id}/close`, {})}>
                    {t("wind.takeAway")}
                  </Button>
                ) : null}
              </div>
            </li>
          );
        })}
      </ul>
      {maySet ? <AddMeter t={t} measures={measures} onAdd={(meter) => ask(own, meter)} /> : null}
      <Problem>{problem}</Problem>
    </section>
  );
}

function AddMeter({
  t,
  measures,
  onAdd,
}: {
  t: T;
  measures: Measures;
  onAdd: (meter: { id: string; name: string; address: string; heightM: number }) => Promise<boolean>;
}) {
  const [id, setId] = useState(() => crypto.randomUUID());
  const [name, setName] = useState("");
  const [address, setAddress] = useState("");
  const [heightM, setHeightM] = useState<number>();
  const ready = name.trim() !== "" && address.trim() !== "" && heightM !== undefined;
  return (
    <form
      className="mt-4 grid items-end gap-3 md:grid-cols-[1fr_1fr_auto_auto]"
      onSubmit={(event) => {
        event.preventDefault();
        if (heightM === undefined) return;
        void onAdd({ id, name, address: address.trim(), heightM }).then((added) => {
          if (!added) return;
          setId(crypto.randomUUID());
          setName("");
          setAddress("");
          setHeightM(undefined);
        });
      }}
    >
      <Field words={t("wind.name")}>
        <TextField value={name} maxLength={60} onChange={({ target }) => setName(target.value)} />
      </Field>
      <Field words={t("wind.address")}>
        <TextField
          value={address}
          maxLength={120}
          inputMode="url"
          placeholder="10.0.0.7:10110"
          onChange={({ target }) => setAddress(target.value)}
        />
      </Field>
      <NumberField
        words={t("wind.height")}
        unit="m"
        measures={measures}
        value={heightM}
        onNumber={setHeightM}
      />
      <Button look="small" type="submit" disabled={!ready}>
        {t("wind.add")}
      </Button>
    </form>
  );
}

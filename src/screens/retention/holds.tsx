import { useTranslations } from "next-intl";
import { useState } from "react";
import type { HoldShown } from "@/contract/retention";
import { Button } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Plate } from "@/kit/plate";
import { Ask, Field, NamedField } from "../ask";
import { SecondFields } from "../digits-field";
import { dayAndClock } from "../states";

const wholeSite = "";

/** Legal holds: what they keep, why and by whom, and how one is put and lifted. */
export function Holds({
  path,
  holds,
  units,
  zone,
  may,
}: {
  path: string;
  holds: readonly HoldShown[];
  units: readonly { readonly id: string; readonly plate: string }[];
  zone: string;
  may: Readonly<Record<"hold" | "change", boolean>>;
}) {
  const t = useTranslations();
  const [unit, setUnit] = useState(wholeSite);
  const [why, setWhy] = useState("");
  const [lifting, setLifting] = useState<string>();
  return (
    <section>
      <h2 className="text-[22px] font-bold">{t("retention.holds")}</h2>
      <p className="text-ink2">{t("retention.holdsLead")}</p>
      {holds.length === 0 ? <p className="mt-2">{t("retention.noHolds")}</p> : null}
      <ul className="mt-1">
        {holds.map((hold) => (
          <li key={hold.id} className="border-b border-line py-2">
            <div className="flex min-h-[52px] flex-wrap items-center justify-between gap-3">
              <span className={hold.lifted === undefined ? "" : "text-ink2"}>
                {hold.plate === undefined ? <b>{t("retention.wholeSite")}</b> : <Plate>{hold.plate}</Plate>} “
                {hold.why}”, {hold.by}, {dayAndClock(hold.atMs, zone)}
                {hold.lifted === undefined ? null : (
                  <span className="block">
                    {t("retention.lifted", { by: hold.lifted.by, when: dayAndClock(hold.lifted.atMs, zone) })}
                    {`, “${hold.lifted.why}”`}
                  </span>
                )}
              </span>
              {may.change && hold.lifted === undefined && lifting !== hold.id ? (
                <Button
                  look="small"
                  aria-label={`${t("retention.lift")}: ${hold.plate ?? t("retention.wholeSite")}`}
                  onClick={() => setLifting(hold.id)}
                >
                  {t("retention.lift")}
                </Button>
              ) : null}
            </div>
            {lifting === hold.id ? (
              <Lift path={`${path}/holds/${hold.id}`} onDone={() => setLifting(undefined)} />
            ) : null}
          </li>
        ))}
      </ul>
      {may.hold ? (
        <div className="mt-4">
          <Ask
            path={`${path}/holds`}
            make={() => ({ body: { unitId: unit === wholeSite ? null : unit, why } })}
            ready={why.trim().length >= 3}
            done={() => setWhy("")}
            words={t("retention.hold")}
          >
            <NamedField
              words={t("retention.of")}
              value={unit}
              options={[
                { id: wholeSite, name: t("retention.wholeSite") },
                ...units.map(({ id, plate }) => ({ id, name: plate })),
              ]}
              onPick={setUnit}
            />
            <Field words={t("retention.why")}>
              <TextField value={why} maxLength={400} onChange={({ target }) => setWhy(target.value)} />
            </Field>
          </Ask>
        </div>
      ) : null}
    </section>
  );
}

function Lift({ path, onDone }: { path: string; onDone: () => void }) {
  const t = useTranslations();
  const [why, setWhy] = useState("");
  const [second, setSecond] = useState({ badge: "", pin: "" });
  return (
    <div className="mt-2 border-[2.5px] border-ink p-3">
      <Ask
        path={path}
        make={() => ({ body: { why, second } })}
        ready={why.trim().length >= 3 && second.badge.length >= 3 && second.pin.length >= 4}
        done={onDone}
        words={t("retention.liftBoth")}
      >
        <div className="md:col-span-2">
          <Field words={t("retention.liftWhy")}>
            <TextField value={why} maxLength={400} onChange={({ target }) => setWhy(target.value)} />
          </Field>
        </div>
        <SecondFields second={second} onType={setSecond} />
      </Ask>
      <Button look="small" className="mt-3" onClick={onDone}>
        {t("tagging.cancel")}
      </Button>
    </div>
  );
}

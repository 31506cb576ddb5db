"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import { Problem } from "@/kit/problem";
import { Ask, Field, NamedField } from "../ask";
import { send } from "../send";

interface Need {
  readonly shiftId: string;
  readonly unitId: string;
  readonly plate: string;
  readonly crew: string;
  readonly place: string;
  readonly inspectorId: string | null;
  readonly inspector: string | null;
}

interface NeedsProps {
  readonly siteId: string;
  readonly shifts: readonly { readonly id: string; readonly startsMin: number }[];
  readonly needs: readonly Need[];
  readonly units: readonly { readonly id: string; readonly plate: string }[];
  readonly inspectors: readonly { readonly id: string; readonly name: string }[];
  readonly mayChange: boolean;
}

/** What each shift needs: which units, for whom and where, and who inspects them. */
export function NeedsView(props: NeedsProps) {
  const t = useTranslations();
  return (
    <div className="p-4 md:p-6">
      <Link href="/shift" className="inline-grid min-h-[48px] place-items-center underline">
        {t("needs.back")}
      </Link>
      <h1 className="text-[28px] leading-none font-bold">{t("needs.title")}</h1>
      <p className="mt-2 max-w-[80ch] text-ink2">{t("needs.lead")}</p>
      {props.shifts.map((shift) => (
        <OneShift key={shift.id} {...props} shift={shift} />
      ))}
    </div>
  );
}

const nobody = "";

function OneShift({
  siteId,
  shift,
  needs,
  units,
  inspectors,
  mayChange,
}: NeedsProps & { shift: NeedsProps["shifts"][number] }) {
  const t = useTranslations();
  const router = useRouter();
  const path = `/api/sites/${encodeURIComponent(siteId)}/needs`;
  const own = needs.filter(({ shiftId }) => shiftId === shift.id);
  const free = units.filter(({ id }) => !own.some(({ unitId }) => unitId === id));
  const [typed, setTyped] = useState({ crew: "", place: "" });
  const [inspectorId, setInspector] = useState(nobody);
  // One that is changed is picked from its row; another from those that are not needed yet.
  const [picked, setPicked] = useState<{ readonly id: string; readonly plate: string }>();
  const [problem, setProblem] = useState("");
  const unit = picked ?? free[0];
  const clear = () => {
    setPicked(undefined);
    setTyped({ crew: "", place: "" });
    setInspector(nobody);
  };
  const drop = async (unitId: string) => {
    const answer = await send(path, { shiftId: shift.id, unitId }, "DELETE");
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
  };
  const change = (need: Need) => {
    setPicked({ id: need.unitId, plate: need.plate });
    setTyped({ crew: need.crew, place: need.place });
    setInspector(need.inspectorId ?? nobody);
  };
  const hours = `${Math.floor(shift.startsMin / 60)}`.padStart(2, "0");
  const minutes = `${shift.startsMin % 60}`.padStart(2, "0");
  return (
    <section className="mt-6">
      <h2 className="text-[22px] font-bold">
        {t("shift.starts", { shift: t(`shift.${shift.id}`), time: `${hours}:${minutes}` })}
      </h2>
      {own.length === 0 ? <p className="text-ink2">{t("shift.none")}</p> : null}
      <ul>
        {own.map((need) => (
          <li
            key={need.unitId}
            className="flex min-h-[60px] flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-1.5"
          >
            <Plate>{need.plate}</Plate>
            <span className="min-w-[200px] flex-1 leading-snug">
              <b>
                {need.place}, {need.crew}
              </b>
              <span className="block text-ink2">
                {need.inspector === null ? t("shift.nobody") : t("shift.inspector", { name: need.inspector })}
              </span>
            </span>
            {mayChange ? (
              <span className="flex gap-2">
                <Button
                  look="small"
                  aria-label={`${t("needs.change")}: ${need.plate}`}
                  onClick={() => change(need)}
                >
                  {t("needs.change")}
                </Button>
                <Button
                  look="small"
                  aria-label={`${t("needs.drop")}: ${need.plate}`}
                  onClick={() => void drop(need.unitId)}
                >
                  {t("needs.drop")}
                </Button>
              </span>
            ) : null}
          </li>
        ))}
      </ul>
      <Problem className="mt-2">{problem}</Problem>
      {mayChange && unit !== undefined ? (
        <div className="mt-3 border-[2.5px] border-ink p-4">
          <Ask
            path={path}
            method="PUT"
            make={() => ({
              body: {
                ...{ shiftId: shift.id, unitId: unit.id, crew: typed.crew, place: typed.place },
                inspectorId: inspectorId === nobody ? null : inspectorId,
              },
            })}
            ready={typed.crew.trim() !== "" && typed.place.trim() !== ""}
            done={clear}
            words={t(picked === undefined ? "needs.add" : "needs.save", { plate: unit.plate })}
          >
            <NamedField
              words={t("needs.unit")}
              value={unit.id}
              options={(picked === undefined ? free : [picked]).map(({ id, plate }) => ({ id, name: plate }))}
              onPick={(id) => setPicked(free.find((one) => one.id === id))}
            />
            <NamedField
              words={t("needs.inspector")}
              value={inspectorId}
              options={[{ id: nobody, name: t("shift.nobody") }, ...inspectors]}
              onPick={setInspector}
            />
            <Field words={t("needs.place")}>
              <TextField
                value={typed.place}
                maxLength={80}
                onChange={({ target }) => setTyped((was) => ({ ...was, place: target.value }))}
              />
            </Field>
            <Field words={t("needs.crew")}>
              <TextField
                value={typed.crew}
                maxLength={80}
                onChange={({ target }) => setTyped((was) => ({ ...was, crew: target.value }))}
              />
            </Field>
          </Ask>
        </div>
      ) : null}
    </section>
  );
}

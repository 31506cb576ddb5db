"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { type Role, roles } from "@/contract/roles";
import type { StaffRow } from "@/contract/staff";
import { CheckBox, withOne } from "@/kit/check-box";
import { TextField } from "@/kit/field";
import { Further } from "@/kit/further";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import { Ask, Field } from "../ask";
import { day } from "../states";
import { Handed } from "./handed";

/** Who works at the site, what each may do, and until when they are trained. */
export function PeopleView({
  people,
  next,
  mayAdd,
  zone,
}: {
  people: readonly StaffRow[];
  next: string | undefined;
  mayAdd: boolean;
  zone: string;
}) {
  const t = useTranslations();
  const [typed, setTyped] = useState({ name: "", badge: "" });
  const [picked, setPicked] = useState<readonly Role[]>(["operator"]);
  const [made, setMade] = useState<{
    readonly code: string;
    readonly until: string;
    readonly name: string;
  }>();
  return (
    <div className="p-4 md:p-5">
      <h1 className="text-[28px] leading-none font-bold">{t("people.title")}</h1>
      <ul className="mt-3">
        {people.map((person) => (
          <li
            key={person.id}
            className="grid min-h-[60px] grid-cols-[64px_1fr] items-center gap-x-4 border-b border-line py-1.5 sm:grid-cols-[76px_1fr_auto]"
          >
            <span className="text-[19px] font-bold">{person.badge}</span>
            <span className="leading-snug">
              <Link
                href={`/people/${person.id}`}
                className={`inline-grid min-h-[48px] content-center font-bold underline ${person.active ? "" : "line-through"}`}
              >
                {person.name}
              </Link>
              <span className="block text-ink2">
                {person.roles.map((role) => t(`role.${role}`)).join(", ")}
              </span>
            </span>
            <span className="col-start-2 sm:col-start-auto">
              {person.active && person.roles.length > 0 ? (
                <Mark kind={person.families > 0 ? "fine" : "open"}>
                  {person.families === 0
                    ? t("people.untrained")
                    : t("people.trained", {
                        count: person.families,
                        until: day(person.firstUntilMs ?? 0, zone),
                      })}
                </Mark>
              ) : (
                <Mark kind="not_fitted">{t("people.gone")}</Mark>
              )}
            </span>
          </li>
        ))}
      </ul>
      <Further next={next === undefined ? undefined : `/people?after=${next}`}>{t("units.further")}</Further>
      {mayAdd ? (
        <section className="mt-6 max-w-[820px]">
          <h2 className="text-[22px] font-bold">{t("people.add")}</h2>
          <p className="mb-2 text-ink2">{t("people.addLead")}</p>
          <Ask
            path="/api/people"
            make={() => ({ body: { ...typed, roles: picked } })}
            ready={typed.name.trim().length > 1 && /^\d{3,8}$/.test(typed.badge) && picked.length > 0}
            done={(answer) => {
              setMade({ ...(answer as { code: string; until: string }), name: typed.name });
              setTyped({ name: "", badge: "" });
            }}
            words={t("people.add")}
          >
            <Field words={t("first.name")}>
              <TextField
                value={typed.name}
                maxLength={80}
                onChange={(event) => setTyped((was) => ({ ...was, name: event.target.value }))}
              />
            </Field>
            <Field words={t("signIn.badge")}>
              <TextField
                inputMode="numeric"
                value={typed.badge}
                maxLength={8}
                onChange={(event) =>
                  setTyped((was) => ({ ...was, badge: event.target.value.replace(/\D/g, "") }))
                }
              />
            </Field>
            <fieldset className="flex flex-wrap gap-x-5 gap-y-1 md:col-span-2">
              <legend className="font-semibold">{t("people.roles")}</legend>
              {roles.map((role) => (
                <CheckBox
                  key={role}
                  checked={picked.includes(role)}
                  onCheck={(on) => setPicked((was) => withOne(was, role, on))}
                >
                  {t(`role.${role}`)}
                </CheckBox>
              ))}
            </fieldset>
          </Ask>
          {made === undefined ? null : <Handed {...made} zone={zone} />}
        </section>
      ) : null}
    </div>
  );
}

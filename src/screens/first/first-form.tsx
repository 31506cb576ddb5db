"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { OneOf, TextField } from "@/kit/field";
import { Glyph } from "@/kit/plate";
import { Problem } from "@/kit/problem";
import { Field } from "../ask";
import { send } from "../send";

interface Typed {
  readonly code: string;
  readonly site: string;
  readonly timeZone: string;
  readonly owner: string;
  readonly ownerBadge: string;
  readonly ownerPin: string;
  readonly second: string;
  readonly secondBadge: string;
  readonly secondPin: string;
}

const empty: Typed = {
  ...{ code: "", site: "", timeZone: "", owner: "", ownerBadge: "", ownerPin: "" },
  ...{ second: "", secondBadge: "", secondPin: "" },
};

const digits = (text: string, most: number) => text.replace(/\D/g, "").slice(0, most);

/** An empty yard: the site, its shifts and its first two people, each with a PIN they type themselves. */
export function FirstForm({ zone }: { zone: string }) {
  const t = useTranslations();
  const [typed, setTyped] = useState<Typed>({ ...empty, timeZone: zone });
  const [role, setRole] = useState<"supervisor" | "technician">("supervisor");
  const [shifts, setShifts] = useState([
    { id: "early", starts: "06:30" },
    { id: "late", starts: "14:30" },
  ]);
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const set =
    (id: keyof Typed, as: (text: string) => string = (text) => text) =>
    (event: { target: { value: string } }) =>
      setTyped((was) => ({ ...was, [id]: as(event.target.value) }));
  const complete =
    Object.values(typed).every((text) => text.trim() !== "") &&
    shifts.every(({ id, starts }) => id !== "" && starts !== "");
  const submit = async () => {
    setBusy(true);
    const answer = await send("/api/first", {
      code: typed.code,
      site: { name: typed.site, timeZone: typed.timeZone, shifts },
      owner: { badge: typed.ownerBadge, name: typed.owner, pin: typed.ownerPin },
      second: { badge: typed.secondBadge, name: typed.second, pin: typed.secondPin, role },
    });
    setBusy(false);
    if (answer.ok) window.location.assign("/sign-in");
    else setProblem(answer.detail);
  };
  const text = (id: keyof Typed, words: string, more: object = {}) => (
    <Field words={words}>
      <TextField value={typed[id]} maxLength={80} onChange={set(id)} {...more} />
    </Field>
  );
  const person = (who: "owner" | "second") => (
    <>
      {text(who, t("first.name"))}
      {text(`${who}Badge`, t("signIn.badge"), {
        inputMode: "numeric",
        onChange: set(`${who}Badge`, (typedIn) => digits(typedIn, 8)),
      })}
      {text(`${who}Pin`, t("first.pin"), {
        ...{ type: "password", inputMode: "numeric", autoComplete: "new-password" },
        onChange: set(`${who}Pin`, (typedIn) => digits(typedIn, 12)),
      })}
    </>
  );
  return (
    <main className="graph-paper min-h-dvh bg-[size:52px_52px] p-4">
      <form
        className="mx-auto grid max-w-[860px] gap-6 border-[3px] border-ink bg-chalk p-6 md:p-8"
        onSubmit={(event) => {
          event.preventDefault();
          if (complete && !busy) void submit();
        }}
      >
        <div>
          <div className="flex items-center gap-3">
            <Glyph />
            <span className="text-[22px] font-bold">{t("name")}</span>
          </div>
          <h1 className="mt-3 text-[32px] leading-none font-bold">{t("first.title")}</h1>
          <p className="mt-2 max-w-[70ch] text-ink2">{t("first.lead")}</p>
        </div>
        <fieldset className="grid gap-3 md:grid-cols-2">
          <legend className="mb-2 text-[22px] font-bold">{t("first.site")}</legend>
          {text("site", t("first.siteName"))}
          {text("timeZone", t("first.zone"))}
          {shifts.map((shift, i) => (
            <div key={shift.id} className="grid grid-cols-2 gap-3">
              <Field words={t("first.shift")}>
                <TextField value={shift.id} readOnly />
              </Field>
              <Field words={t("first.starts")}>
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
            </div>
          ))}
        </fieldset>
        <fieldset className="grid gap-3 md:grid-cols-3">
          <legend className="mb-2 text-[22px] font-bold">{t("first.owner")}</legend>
          {person("owner")}
        </fieldset>
        <fieldset className="grid gap-3 md:grid-cols-3">
          <legend className="mb-1 text-[22px] font-bold">{t("first.second")}</legend>
          <p className="text-ink2 md:col-span-3">{t("first.secondLead")}</p>
          {person("second")}
          <div className="md:col-span-3">
            <OneOf
              legend={t("first.role")}
              value={role}
              options={[
                ["supervisor", t("role.supervisor")],
                ["technician", t("role.technician")],
              ]}
              onChange={setRole}
            />
          </div>
        </fieldset>
        <div className="grid gap-3 md:grid-cols-2">
          <Field words={t("first.code")} hint={t("first.codeHint")}>
            <TextField
              inputMode="numeric"
              autoComplete="off"
              value={typed.code}
              onChange={set("code", (typedIn) => digits(typedIn, 8))}
            />
          </Field>
          <Button look={complete ? "go" : "asleep"} type="submit" disabled={busy} className="self-end">
            {complete ? t("first.begin") : t("first.fillIn")}
          </Button>
        </div>
        <Problem>{problem}</Problem>
      </form>
    </main>
  );
}

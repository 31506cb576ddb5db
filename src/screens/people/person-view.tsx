"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { roles } from "@/contract/roles";
import type { PersonShown } from "@/contract/staff";
import { type Family, families } from "@/core/vocabulary/families";
import { Button, buttonLook } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Mark } from "@/kit/mark";
import { Problem } from "@/kit/problem";
import { Ask, Field, NamedField } from "../ask";
import { DocumentField, sendDocument } from "../document-field";
import { send } from "../send";
import { day, dayAndClock } from "../states";
import { Handed } from "./handed";
import { ShownForm } from "./shown-form";

/** One person: what they may do, what they are trained on and have been shown, and how that came about. */
export function PersonView({
  person,
  sheets,
  zone,
  nowMs,
  may,
}: {
  person: PersonShown;
  sheets: readonly { readonly id: string; readonly name: string }[];
  zone: string;
  nowMs: number;
  may: Readonly<Record<"data" | "change" | "train" | "show", boolean>>;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const [handed, setHanded] = useState<{ readonly code: string; readonly until: string }>();
  const path = `/api/people/${person.id}`;
  const change = async (body: object) => {
    const answer = await send<{ code?: string; until?: string }>(path, body);
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    const { code, until } = answer.data;
    if (code !== undefined && until !== undefined) setHanded({ code, until });
    router.refresh();
  };
  const here = person.roles.length > 0;
  return (
    <div className="p-4 md:p-6">
      <div className="flex flex-wrap items-baseline gap-4">
        <span className="text-[28px] leading-none font-bold">{person.badge}</span>
        <h1 className="text-[28px] leading-none font-bold">{person.name}</h1>
        {here ? null : <Mark kind="not_fitted">{t("people.gone")}</Mark>}
      </div>
      {person.codeUntilMs === undefined ? null : (
        <p className="mt-2 font-semibold">
          {t("people.codeWaits", { until: dayAndClock(person.codeUntilMs, zone) })}
        </p>
      )}
      <Problem className="mt-3">{problem}</Problem>
      {handed === undefined ? null : <Handed {...handed} name={person.name} zone={zone} />}
      <div className="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-2">
        <section>
          <h2 className="text-[22px] font-bold">{t("people.roles")}</h2>
          <ul className="mt-1">
            {roles.map((role) => {
              const has = person.roles.includes(role);
              return (
                <li
                  key={role}
                  className="flex min-h-[52px] items-center justify-between gap-4 border-b border-line"
                >
                  <Mark kind={has ? "fine" : "open"}>{t(`role.${role}`)}</Mark>
                  {may.change ? (
                    <Button
                      look="small"
                      aria-label={`${t(has ? "people.takeRole" : "people.giveRole")}: ${t(`role.${role}`)}`}
                      onClick={() => void change({ kind: has ? "role_taken" : "role_given", role })}
                    >
                      {t(has ? "people.takeRole" : "people.giveRole")}
                    </Button>
                  ) : null}
                </li>
              );
            })}
          </ul>
          <div className="mt-4 flex flex-wrap gap-3">
            {may.change && here ? (
              <>
                <Button look="small" onClick={() => void change({ kind: "code" })}>
                  {t("people.newCode")}
                </Button>
                <Leave onLeave={(why) => void change({ kind: "left", why })} />
              </>
            ) : null}
            {may.change && !here ? (
              <Button look="small" onClick={() => void change({ kind: "returned", roles: ["operator"] })}>
                {t("people.returns")}
              </Button>
            ) : null}
            {may.data ? (
              <a href={`${path}/data`} className={buttonLook("small")}>
                {t("people.data")}
              </a>
            ) : null}
          </div>
        </section>
        <section>
          <h2 className="text-[22px] font-bold">{t("people.trainings")}</h2>
          {person.trainings.length === 0 ? <p className="text-ink2">{t("people.untrained")}</p> : null}
          <ul className="mt-1">
            {person.trainings.map(({ family, licence, untilMs, documentId }) => (
              <li
                key={family}
                className="flex min-h-[52px] flex-wrap items-center justify-between gap-4 border-b border-line"
              >
                <span>
                  <b>{t(`family.${family}`)}</b>, {licence}
                  {documentId !== undefined && (may.train || may.data) ? (
                    <a
                      className="ml-3 inline-grid min-h-[48px] content-center underline"
                      href={`${path}/documents/${documentId}`}
                    >
                      {t("people.openCertificate")}
                    </a>
                  ) : null}
                </span>
                <Mark kind={untilMs > nowMs ? "fine" : "tag_out"}>
                  {t(untilMs > nowMs ? "people.until" : "people.ended", { day: day(untilMs, zone) })}
                </Mark>
              </li>
            ))}
          </ul>
          {may.train && here ? <TrainForm path={path} /> : null}
        </section>
        <section>
          <h2 className="text-[22px] font-bold">{t("people.familiar")}</h2>
          <p className="text-ink2">{t("people.familiarLead")}</p>
          <ul className="mt-1">
            {person.familiar.map(({ sheet, atMs, by, note }) => (
              <li key={`${sheet} ${atMs}`} className="border-b border-line py-2">
                <b>{sheet}</b>: {t("people.shownBy", { day: day(atMs, zone), by })}
                {note === null ? "" : `, “${note}”`}
              </li>
            ))}
          </ul>
          {may.show && here ? <FamiliarForm path={path} badge={person.badge} sheets={sheets} /> : null}
        </section>
        <section>
          <h2 className="text-[22px] font-bold">{t("people.history")}</h2>
          <ul className="mt-1">
            {person.history.map(({ kind, detail, atMs, by }) => (
              <li
                key={`${atMs} ${kind} ${detail.role ?? detail.family ?? ""}`}
                className="border-b border-line py-1.5"
              >
                {dayAndClock(atMs, zone)}: <b>{t(`people.event.${kind}`)}</b>
                {detail.role === undefined ? "" : `, ${t(`role.${detail.role}`)}`}
                {detail.family === undefined ? "" : `, ${t(`family.${detail.family}`)}`}
                {detail.document === undefined || detail.document === "" ? "" : `, ${detail.document}`}
                {detail.why === undefined || detail.why === "" ? "" : `, “${detail.why}”`},{" "}
                {by ?? t("people.founding")}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}

function Leave({ onLeave }: { onLeave: (why: string) => void }) {
  const t = useTranslations();
  const [sure, setSure] = useState(false);
  return sure ? (
    <span className="flex flex-wrap items-center gap-3 border-[2.5px] border-ink p-2">
      {t("people.leaveSure")}
      <Button look="small" onClick={() => onLeave("")}>
        {t("people.leaves")}
      </Button>
      <Button look="small" onClick={() => setSure(false)}>
        {t("tagging.cancel")}
      </Button>
    </span>
  ) : (
    <Button look="small" onClick={() => setSure(true)}>
      {t("people.leaves")}
    </Button>
  );
}

function TrainForm({ path }: { path: string }) {
  const t = useTranslations();
  const [family, setFamily] = useState<Family>("slab_scissor");
  const [typed, setTyped] = useState({ licence: "", until: "", document: "" });
  const [file, setFile] = useState<File>();
  const set = (id: keyof typeof typed) => (event: { target: { value: string } }) =>
    setTyped((was) => ({ ...was, [id]: event.target.value }));
  return (
    <div className="mt-3">
      <Ask
        path={path}
        make={async () => {
          const sent = file === undefined ? undefined : await sendDocument(`${path}/documents`, file);
          if (sent !== undefined && "problem" in sent) return sent;
          return { body: { kind: "trained", family, ...typed, documentId: sent?.id ?? null } };
        }}
        ready={typed.licence.trim().length > 1 && typed.until !== ""}
        done={() => {
          setTyped({ licence: "", until: "", document: "" });
          setFile(undefined);
        }}
        words={t("people.train")}
      >
        <NamedField
          words={t("people.family")}
          value={family}
          options={families.map((id) => ({ id, name: t(`family.${id}`) }))}
          onPick={(id) => setFamily(id as Family)}
        />
        <Field words={t("tagged.licence")}>
          <TextField value={typed.licence} maxLength={60} onChange={set("licence")} />
        </Field>
        <Field words={t("people.goodUntil")}>
          <TextField type="date" value={typed.until} onChange={set("until")} />
        </Field>
        <Field words={t("people.certificate")}>
          <TextField value={typed.document} maxLength={120} onChange={set("document")} />
        </Field>
        <DocumentField words={t("people.certificateFile")} file={file} onPick={setFile} />
      </Ask>
    </div>
  );
}

function FamiliarForm({
  path,
  badge,
  sheets,
}: {
  path: string;
  badge: string;
  sheets: readonly { readonly id: string; readonly name: string }[];
}) {
  const t = useTranslations();
  const [sheetId, setSheetId] = useState(sheets[0]?.id ?? "");
  if (sheets.length === 0) return null;
  return (
    <div className="mt-3">
      <ShownForm path={`${path}/familiar`} more={{ sheetId }} signer={badge} pinWords={t("people.theirPin")}>
        <NamedField words={t("people.model")} value={sheetId} options={sheets} onPick={setSheetId} />
      </ShownForm>
    </div>
  );
}

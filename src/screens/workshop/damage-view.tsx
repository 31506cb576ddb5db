"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Damage, DamageRowShown, DamageStated, DamageWalk, SeenMark } from "@/contract/damage";
import { type DamageSays, damageSays } from "@/core/workshop/damage";
import { Button } from "@/kit/button";
import { OneOf, SelectField, TextField } from "@/kit/field";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import { Problem } from "@/kit/problem";
import { partWords, type T, titleOfKey } from "../inspect/words";
import { FindingPictures } from "../pictures";
import { send } from "../send";
import { dayAndClock } from "../states";

const keyOf = ({ check, condition }: Pick<DamageRowShown, "check" | "condition">) => `${check} ${condition}`;

/** Two walks of a unit side by side: what is new, what was there, who had it; and one page of it, sealed. */
export function DamageView({
  plate,
  walks,
  damage,
  stated,
  maySeal,
  zone,
  measures,
}: {
  plate: string;
  walks: readonly DamageWalk[];
  /** Undefined where there are not two walks. */
  damage: Damage | undefined;
  stated: readonly DamageStated[];
  maySeal: boolean;
  zone: string;
  measures: "metric" | "imperial";
}) {
  const t = useTranslations() as unknown as T;
  const [says, setSays] = useState<Readonly<Record<string, DamageSays>>>({});
  return (
    <div className="p-4 md:p-5">
      <p>
        <Link href={`/units/${plate}`}>
          <Plate size="large">{plate}</Plate>
        </Link>
      </p>
      <h1 className="mt-3 text-[28px] leading-none font-bold">{t("damage.title")}</h1>
      <p className="mt-2 text-ink2">{t(damage === undefined ? "damage.none" : "damage.help")}</p>
      {damage === undefined ? null : (
        <>
          <ChoosePair {...{ plate, walks, damage, zone }} />
          {damage.before.erased || damage.after.erased ? (
            <p className="mt-2 font-semibold">{t("damage.erased")}</p>
          ) : null}
          {damage.rows.length === 0 ? <p className="mt-4">{t("damage.nothing")}</p> : null}
          <ul className="mt-4">
            {damage.rows.map((row) => (
              <li key={keyOf(row)} className="border-b-2 border-line py-4">
                <div className="flex flex-wrap items-center justify-between gap-3">
                  <div>
                    <h2 className="text-[20px] leading-snug font-bold">
                      {`${titleOfKey(t, row.check)}: ${t(`condition.${row.condition}`).toLowerCase()}`}
                    </h2>
                    <p className="font-semibold">{t(`damage.became.${row.became}`)}</p>
                  </div>
                  {maySeal ? (
                    <OneOf
                      legend={`${titleOfKey(t, row.check)}, ${t(`condition.${row.condition}`).toLowerCase()}`}
                      value={says[keyOf(row)] ?? "open"}
                      options={damageSays.map((id) => [id, t(`damage.says.${id}`)] as const)}
                      onChange={(value) => setSays({ ...says, [keyOf(row)]: value })}
                    />
                  ) : null}
                </div>
                <div className="mt-2 grid grid-cols-2 gap-4">
                  <SeenIn t={t} title={t("damage.before")} mark={row.before} measures={measures} />
                  <SeenIn t={t} title={t("damage.after")} mark={row.after} measures={measures} />
                </div>
              </li>
            ))}
          </ul>
          <HadIt {...{ t, damage, zone }} />
          {maySeal ? <SealPage {...{ plate, damage, says }} /> : null}
        </>
      )}
      {stated.length === 0 ? null : (
        <section className="mt-6">
          <h2 className="text-[22px] font-bold">{t("damage.sealed")}</h2>
          <ul>
            {stated.map(({ id, atMs, by }) => (
              <li key={id} className="flex flex-wrap items-center gap-x-4 border-b border-line">
                <span>{t("damage.sealedLine", { time: dayAndClock(atMs, zone), name: by })}</span>
                <a
                  href={`/units/${encodeURIComponent(plate)}/damage/${id}/pdf`}
                  className="grid min-h-[48px] content-center underline"
                >
                  {t("damage.page")}
                </a>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

function ChoosePair({
  plate,
  walks,
  damage,
  zone,
}: {
  plate: string;
  walks: readonly DamageWalk[];
  damage: Damage;
  zone: string;
}) {
  const t = useTranslations("damage");
  const router = useRouter();
  const [pair, setPair] = useState({ before: damage.before.id, after: damage.after.id });
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        router.push(`/units/${encodeURIComponent(plate)}/damage?${new URLSearchParams(pair)}`);
      }}
    >
      {(["before", "after"] as const).map((which) => (
        <label key={which} className="grid min-w-[260px] flex-1 gap-1">
          {t(which)}
          <SelectField value={pair[which]} onChange={(e) => setPair({ ...pair, [which]: e.target.value })}>
            {walks.map(({ id, signedAtMs, by }) => (
              <option key={id} value={id}>
                {t("walk", { time: dayAndClock(signedAtMs, zone), name: by })}
              </option>
            ))}
          </SelectField>
        </label>
      ))}
      <Button type="submit" look="small">
        {t("show")}
      </Button>
    </form>
  );
}

function SeenIn({
  t,
  title,
  mark,
  measures,
}: {
  t: T;
  title: string;
  mark: SeenMark | undefined;
  measures: "metric" | "imperial";
}) {
  return (
    <div className="border-2 border-line p-3">
      <p className="font-bold">{title}</p>
      {mark === undefined ? (
        <p className="text-ink2">{t("damage.notSeen")}</p>
      ) : (
        <>
          {mark.note === undefined ? null : <p>“{mark.note}”</p>}
          <p className="text-ink2">{partWords(t, mark, measures)}</p>
          <FindingPictures inspectionId={mark.inspectionId} pictures={mark.shown} />
          <Link
            href={`/records/${mark.inspectionId}`}
            className="inline-grid min-h-[48px] content-center underline"
          >
            {t("decide.record")}
          </Link>
        </>
      )}
    </div>
  );
}

function HadIt({ t, damage, zone }: { t: T; damage: Damage; zone: string }) {
  return (
    <section className="mt-6">
      <h2 className="text-[22px] font-bold">{t("damage.had")}</h2>
      {damage.had.length === 0 ? <p>{t("damage.hadNobody")}</p> : null}
      <ul className="grid gap-x-8 md:grid-cols-2">
        {damage.had.map((one) => (
          <li key={`${one.atMs} ${one.kind}`} className="border-b border-line py-2">
            {t("damage.hadLine", {
              ...{ time: dayAndClock(one.atMs, zone), what: t(`damage.hadKind.${one.kind}`), name: one.name },
            })}
            {one.note === null ? null : <span className="text-ink2"> “{one.note}”</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

function SealPage({
  plate,
  damage,
  says,
}: {
  plate: string;
  damage: Damage;
  says: Readonly<Record<string, DamageSays>>;
}) {
  const t = useTranslations("damage");
  const router = useRouter();
  const [note, setNote] = useState("");
  const [id, setId] = useState(() => crypto.randomUUID());
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  return (
    <form
      className="mt-6 border-[2.5px] border-ink p-4"
      onSubmit={async (event) => {
        event.preventDefault();
        setBusy(true);
        const answer = await send(`/api/units/${encodeURIComponent(plate)}/damage`, {
          ...{ id, before: damage.before.id, after: damage.after.id, note: note.trim() },
          judged: damage.rows.map((row) => ({
            ...{ check: row.check, condition: row.condition },
            says: says[keyOf(row)] ?? "open",
          })),
        });
        setBusy(false);
        setProblem(answer.ok ? "" : answer.detail);
        if (!answer.ok) return;
        // The next page is another.
        setId(crypto.randomUUID());
        router.refresh();
      }}
    >
      <label className="grid gap-1">
        {t("note")}
        <TextField value={note} maxLength={1000} onChange={(e) => setNote(e.target.value)} />
      </label>
      <p className="mt-2 text-ink2">{t("sealHelp")}</p>
      <Problem className="mt-2">{problem}</Problem>
      <Button type="submit" className="mt-3 w-full" disabled={busy}>
        {t("seal")}
      </Button>
    </form>
  );
}

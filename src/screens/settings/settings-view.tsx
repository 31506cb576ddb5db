"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button, buttonLook } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Link } from "@/kit/link";
import { send } from "../send";
import { dayAndClock } from "../states";
import { Calendar } from "./calendar";
import { Row } from "./row";
import { Site, type SiteData } from "./site";
import { type TabletRow, Tablets, type WaitingRow } from "./tablets";

export interface KeyRow {
  readonly id: string;
  readonly name: string;
  readonly shown: string;
  readonly by: string | null;
  readonly madeAtMs: number;
  readonly revokedAtMs: number | undefined;
  readonly lastUsedAtMs: number | undefined;
}

/** The owner's settings: machine sheets, tablets, and the keys other programs come with. */
export function SettingsView({
  mine,
  site,
  keys,
  tablets,
  waiting,
  zone,
}: {
  mine: boolean;
  site: SiteData | undefined;
  keys: readonly KeyRow[];
  tablets: readonly TabletRow[];
  waiting: readonly WaitingRow[];
  zone: string;
}) {
  const t = useTranslations();
  return (
    <div className="grid gap-8 p-4 md:p-5">
      <h1 className="text-[28px] leading-none font-bold">{t("settings.title")}</h1>
      <section>
        <h2 className="text-[22px] font-bold">{t("settings.sheets")}</h2>
        <p className="text-ink2">{t("settings.sheetsLead")}</p>
        <Link href="/sheets" className={`${buttonLook("small")} mt-3`}>
          {t("sheets.open")}
        </Link>
      </section>
      <section>
        <h2 className="text-[22px] font-bold">{t("people.title")}</h2>
        <p className="text-ink2">{t("people.lead")}</p>
        <Link href="/people" className={`${buttonLook("small")} mt-3`}>
          {t("people.link")}
        </Link>
      </section>
      <section>
        <h2 className="text-[22px] font-bold">{t("policy.title")}</h2>
        <p className="max-w-[70ch] text-ink2">{t("policy.linkLead")}</p>
        <Link href="/settings/policy" className={`${buttonLook("small")} mt-3`}>
          {t("policy.link")}
        </Link>
      </section>
      <section>
        <h2 className="text-[22px] font-bold">{t("places.title")}</h2>
        <p className="max-w-[70ch] text-ink2">{t("places.lead")}</p>
        <Link href="/settings/places" className={`${buttonLook("small")} mt-3`}>
          {t("places.link")}
        </Link>
      </section>
      <section>
        <h2 className="text-[22px] font-bold">{t("retention.title")}</h2>
        <p className="max-w-[70ch] text-ink2">{t("retention.linkLead")}</p>
        <Link href="/settings/retention" className={`${buttonLook("small")} mt-3`}>
          {t("retention.title")}
        </Link>
      </section>
      <section>
        <h2 className="text-[22px] font-bold">{t("mail.title")}</h2>
        <p className="max-w-[70ch] text-ink2">{t("mail.lead")}</p>
        <Link href="/settings/mail" className={`${buttonLook("small")} mt-3`}>
          {t("mail.link")}
        </Link>
      </section>
      {mine && site !== undefined ? (
        <>
          <Site site={site} />
          <Tablets tablets={tablets} waiting={waiting} zone={zone} />
          <Calendar siteId={site.id} />
          <Keys keys={keys} zone={zone} />
        </>
      ) : (
        <p>{t("settings.notYours")}</p>
      )}
    </div>
  );
}

function Keys({ keys, zone }: { keys: readonly KeyRow[]; zone: string }) {
  const t = useTranslations();
  const router = useRouter();
  const [name, setName] = useState("");
  const [made, setMade] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const make = async () => {
    const sent = await send<{ key: string }>("/api/keys", { name: name.trim() });
    setProblem(sent.ok ? undefined : sent.detail);
    if (!sent.ok) return;
    setMade(sent.data.key);
    setName("");
    router.refresh();
  };
  const revoke = async (id: string) => {
    const sent = await send(`/api/keys/${id}`, {}, "DELETE");
    setProblem(sent.ok ? undefined : sent.detail);
    router.refresh();
  };
  return (
    <section>
      <h2 className="text-[22px] font-bold">{t("settings.keys")}</h2>
      <p className="max-w-[70ch] text-ink2">{t("settings.keysLead")}</p>
      <form
        className="mt-3 flex max-w-[720px] flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <label className="grid flex-1 gap-1">
          {t("settings.name")}
          <TextField value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
        </label>
        <Button type="submit" look="small" disabled={name.trim() === ""}>
          {t("settings.make")}
        </Button>
      </form>
      {made === undefined ? null : (
        <p role="status" className="mt-3 max-w-[720px] border-[2.5px] border-ink p-3">
          <b className="block text-[19px] break-all select-all">{made}</b>
          {t("settings.once")}
        </p>
      )}
      {problem === undefined ? null : (
        <p role="alert" className="mt-3 border-[2.5px] border-tag p-3">
          {problem}
        </p>
      )}
      {keys.length === 0 ? <p className="mt-4">{t("settings.noKeys")}</p> : null}
      <ul className="mt-4 max-w-[920px]">
        {keys.map((key) => (
          <Row
            key={key.id}
            struck={key.revokedAtMs !== undefined}
            name={
              <>
                <b>{key.name}</b> {key.shown}
              </>
            }
          >
            {t("settings.made", {
              when: dayAndClock(key.madeAtMs, zone),
              by: key.by ?? t("settings.system"),
            })}
            {", "}
            {key.lastUsedAtMs === undefined
              ? t("settings.neverUsed")
              : t("settings.used", { when: dayAndClock(key.lastUsedAtMs, zone) })}
            {key.revokedAtMs === undefined ? (
              <Button look="small" onClick={() => void revoke(key.id)}>
                {t("settings.revoke")}
              </Button>
            ) : (
              <span>{t("settings.revoked", { when: dayAndClock(key.revokedAtMs, zone) })}</span>
            )}
          </Row>
        ))}
      </ul>
    </section>
  );
}

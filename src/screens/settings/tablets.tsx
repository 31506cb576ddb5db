"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { TextField } from "@/kit/field";
import { send } from "../send";
import { dayAndClock } from "../states";
import { Row } from "./row";

export interface TabletRow {
  readonly id: string;
  readonly names: readonly string[];
  readonly sinceMs: number;
  readonly revoked: { readonly atMs: number; readonly why: string; readonly by: string } | undefined;
}

/** What a revoked tablet has sent and nobody has judged. */
export interface WaitingRow {
  readonly id: string;
  readonly deviceId: string;
  readonly plate: string;
  readonly name: string;
  readonly count: number;
  readonly receivedAtMs: number;
}

/** Tablets people have signed in on, to revoke one that is lost, and what those that were revoked still sent. */
export function Tablets({
  tablets,
  waiting,
  zone,
}: {
  tablets: readonly TabletRow[];
  waiting: readonly WaitingRow[];
  zone: string;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const ask = async (path: string, body: object, method: "POST" | "DELETE") => {
    const sent = await send(path, body, method);
    setProblem(sent.ok ? undefined : sent.detail);
    router.refresh();
  };
  return (
    <section>
      <h2 className="text-[22px] font-bold">{t("tablets.title")}</h2>
      <p className="max-w-[70ch] text-ink2">{t("tablets.lead")}</p>
      {problem === undefined ? null : (
        <p role="alert" className="mt-3 border-[2.5px] border-tag p-3">
          {problem}
        </p>
      )}
      {waiting.length === 0 ? null : (
        <>
          <h3 className="mt-4 text-[19px] font-bold">{t("tablets.waiting")}</h3>
          <p className="max-w-[70ch] text-ink2">{t("tablets.waitingLead")}</p>
          <ul className="mt-2 max-w-[920px]">
            {waiting.map(({ id, deviceId, plate, name, count, receivedAtMs }) => (
              <Row
                key={id}
                name={
                  <>
                    <b>{plate}</b>{" "}
                    {t("tablets.sent", {
                      count,
                      name,
                      device: deviceId,
                      when: dayAndClock(receivedAtMs, zone),
                    })}
                  </>
                }
              >
                {([true, false] as const).map((taken) => (
                  <Button
                    key={`${taken}`}
                    look="small"
                    className={taken ? "mr-5" : ""}
                    onClick={() => void ask(`/api/quarantine/${id}`, { taken }, "POST")}
                  >
                    {taken ? t("tablets.take") : t("tablets.leave")}
                  </Button>
                ))}
              </Row>
            ))}
          </ul>
        </>
      )}
      {tablets.length === 0 ? <p className="mt-4">{t("tablets.none")}</p> : null}
      <ul className="mt-4 max-w-[920px]">
        {tablets.map((tablet) => (
          <Row
            key={tablet.id}
            struck={tablet.revoked !== undefined}
            name={
              <>
                <b>{tablet.id}</b> {tablet.names.join(", ")}
              </>
            }
          >
            {t("tablets.since", { when: dayAndClock(tablet.sinceMs, zone) })}
            {tablet.revoked === undefined ? (
              <Revoke
                tablet={tablet.id}
                onRevoke={(why) => void ask(`/api/devices/${tablet.id}`, { why }, "DELETE")}
              />
            ) : (
              <span>
                {t("tablets.revoked", {
                  when: dayAndClock(tablet.revoked.atMs, zone),
                  by: tablet.revoked.by,
                  why: tablet.revoked.why,
                })}
              </span>
            )}
          </Row>
        ))}
      </ul>
    </section>
  );
}

/** Asks why before a tablet is revoked: it stays so. */
function Revoke({ tablet, onRevoke }: { tablet: string; onRevoke: (why: string) => void }) {
  const t = useTranslations();
  const [why, setWhy] = useState<string>();
  if (why === undefined)
    return (
      <Button look="small" aria-label={t("tablets.revokeOf", { tablet })} onClick={() => setWhy("")}>
        {t("tablets.revoke")}
      </Button>
    );
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        onRevoke(why.trim());
      }}
    >
      <label className="grid gap-1">
        {t("tablets.why")}
        <TextField value={why} maxLength={200} onChange={(event) => setWhy(event.target.value)} />
      </label>
      <Button type="submit" look="small" disabled={why.trim().length < 3}>
        {t("tablets.revokeForGood")}
      </Button>
      <Button look="small" onClick={() => setWhy(undefined)}>
        {t("tablets.keep")}
      </Button>
    </form>
  );
}

"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { type StopReason, stopReasons } from "@/core/vocabulary/stops";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { OneOf, TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { Field } from "../ask";
import { send } from "../send";
import { useServerTime } from "../server-time";

const lasting = ["looked", "1", "2", "4"] as const;

/**
 * Stops a unit, or the whole site, for conditions in two touches: open, and touch why. Until somebody has looked, unless something else is
 * chosen before.
 */
export function StopForConditions({
  siteId,
  plate,
  nowMs,
}: {
  siteId: string;
  /** Left out: only the whole site can be stopped. */
  plate?: string;
  /** When the page was read, by the server's clock. */
  nowMs: number;
}) {
  const t = useTranslations("stops");
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [of, setOf] = useState<"unit" | "site">(plate === undefined ? "site" : "unit");
  const [until, setUntil] = useState<(typeof lasting)[number]>("looked");
  const [note, setNote] = useState("");
  const [problem, setProblem] = useState("");
  const { now } = useServerTime(nowMs);
  const [id, setId] = useState("");
  const stop = async (reason: StopReason) => {
    const path =
      of === "unit" && plate !== undefined
        ? `/api/units/${encodeURIComponent(plate)}/stops`
        : `/api/sites/${encodeURIComponent(siteId)}/stops`;
    const answer = await send(path, {
      ...{ id, reason, note },
      until:
        until === "looked" ? null : new Date(Date.parse(now()) + Number(until) * 3_600_000).toISOString(),
    });
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    setOpen(false);
    setNote("");
    router.refresh();
  };
  return (
    <>
      <Button
        look="small"
        onClick={() => {
          // Sent again after a signal that failed it is the same stop.
          setId(crypto.randomUUID());
          setOpen(true);
        }}
      >
        {t("button")}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title={t("button")} wide="wide">
        <p className="mt-1 text-ink2">{t("help")}</p>
        <div className="mt-3 flex flex-wrap items-end gap-x-6 gap-y-3">
          {plate === undefined ? null : (
            <div>
              <p className="mb-1 font-semibold">{t("of")}</p>
              <OneOf
                legend={t("of")}
                value={of}
                options={[
                  ["unit", plate],
                  ["site", t("site")],
                ]}
                onChange={setOf}
              />
            </div>
          )}
          <div>
            <p className="mb-1 font-semibold">{t("until")}</p>
            <OneOf
              legend={t("until")}
              value={until}
              options={lasting.map(
                (one) =>
                  [
                    one,
                    one === "looked" ? t("untilLooked") : t("untilHours", { count: Number(one) }),
                  ] as const,
              )}
              onChange={setUntil}
            />
          </div>
        </div>
        <div className="mt-3">
          <Field words={t("note")}>
            <TextField value={note} maxLength={400} onChange={({ target }) => setNote(target.value)} />
          </Field>
        </div>
        <p className="mt-4 mb-1 font-semibold">{t("reason")}</p>
        <div className="grid grid-cols-2 gap-2 md:grid-cols-3">
          {stopReasons.map((reason) => (
            <Button key={reason} onClick={() => void stop(reason)}>
              {t(`reasons.${reason}`)}
            </Button>
          ))}
        </div>
        <Problem>{problem}</Problem>
      </Dialog>
    </>
  );
}

import { useTranslations } from "next-intl";
import { useState } from "react";
import type { RetentionShown } from "@/contract/retention";
import type { KeptKind } from "@/core/vocabulary/kept";
import { Button } from "@/kit/button";
import { Ask } from "../ask";
import { SecondFields } from "../digits-field";
import { day } from "../states";

/** What the rule keeps no longer, by kind, and how it is erased: two people, and it does not come back. */
export function Due({
  path,
  due,
  zone,
  mayErase,
}: {
  path: string;
  due: RetentionShown["due"];
  zone: string;
  mayErase: boolean;
}) {
  const t = useTranslations();
  const [chosen, setChosen] = useState<KeptKind>();
  const [second, setSecond] = useState({ badge: "", pin: "" });
  if (due.length === 0) return <p className="text-ink2">{t("retention.nothingDue")}</p>;
  return (
    <ul className="mt-1">
      {due.map(({ kind, count, oldestMs }) => (
        <li key={kind} className="border-b border-line py-2">
          <div className="flex min-h-[52px] flex-wrap items-center justify-between gap-3">
            <span>
              <b>{t(`retention.count.${kind}`, { count })}</b>,{" "}
              {t("retention.oldest", { day: day(oldestMs, zone) })}
            </span>
            {mayErase && chosen !== kind ? (
              <Button
                look="small"
                aria-label={`${t("retention.erase")}: ${t(`retention.kind.${kind}`)}`}
                onClick={() => {
                  setChosen(kind);
                  setSecond({ badge: "", pin: "" });
                }}
              >
                {t("retention.erase")}
              </Button>
            ) : null}
          </div>
          {chosen === kind ? (
            <div className="mt-2 border-[2.5px] border-tag p-3">
              <p className="pb-2 font-semibold">{t("retention.eraseSure")}</p>
              <Ask
                path={`${path}/erasures`}
                make={() => ({ body: { kind, second } })}
                ready={second.badge.length >= 3 && second.pin.length >= 4}
                done={() => setChosen(undefined)}
                words={t("retention.eraseBoth")}
              >
                <SecondFields second={second} onType={setSecond} />
              </Ask>
              <Button look="small" className="mt-3" onClick={() => setChosen(undefined)}>
                {t("tagging.cancel")}
              </Button>
            </div>
          ) : null}
        </li>
      ))}
    </ul>
  );
}

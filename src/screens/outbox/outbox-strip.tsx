"use client";
import { usePathname, useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useEffect, useRef, useSyncExternalStore } from "react";
import { emptyOutbox, outbox } from "@/device/outbox";
import { Button } from "@/kit/button";

/** What this tablet still owes the server, on every screen: tag-outs first, then what earlier walks left. */
export function OutboxStrip() {
  const t = useTranslations();
  const path = usePathname();
  const router = useRouter();
  const state = useSyncExternalStore(
    (heard) => outbox().subscribe(heard),
    () => outbox().snapshot(),
    () => emptyOutbox,
  );
  useEffect(() => {
    const again = () => void outbox().send();
    window.addEventListener("online", again);
    return () => window.removeEventListener("online", again);
  }, []);
  // Whatever page is opened next, what waits goes first.
  // biome-ignore lint/correctness/useExhaustiveDependencies: each page opened sends again
  useEffect(() => void outbox().send(), [path]);
  // What has just been taken changes what the page says, and its own word of it may have come before the page listened.
  const { waiting, refused } = state.pictures;
  const owed =
    state.tags.length + state.events + state.signatures.length + state.surveys.length + waiting + refused;
  const owedBefore = useRef(0);
  useEffect(() => {
    // A walk reads its own facts anew; read again as a page it would begin its log from the start.
    if (owedBefore.current > 0 && owed === 0 && !path.startsWith("/inspect")) router.refresh();
    owedBefore.current = owed;
  }, [owed, router, path]);
  if (owed === 0 && state.room === undefined) return null;
  return (
    <aside
      aria-label={t("outbox.send")}
      role="status"
      className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b-2 border-ink bg-chalk2 px-3 py-1.5 md:px-5"
    >
      <div className="flex-1">
        {state.tags.length === 0 ? null : (
          <p className="font-bold text-tag">
            {t("outbox.tags", { plates: state.tags.map((tag) => tag.plate).join(", ") })}
          </p>
        )}
        {state.events === 0 ? null : (
          <p className="font-semibold">{t("outbox.events", { count: state.events })}</p>
        )}
        {waiting === 0 ? null : <p className="font-semibold">{t("outbox.pictures", { count: waiting })}</p>}
        {refused === 0 ? null : (
          <p className="font-semibold">{t("outbox.picturesRefused", { count: refused })}</p>
        )}
        {state.room === undefined ? null : (
          <p className="font-semibold">{t("outbox.room", { count: state.room })}</p>
        )}
        {state.signatures.map(({ id, plate, refused: why }) => (
          <p key={id} className="font-semibold">
            {why === undefined ? (
              t("outbox.signature", { plate })
            ) : (
              <a className="underline" href={`/inspect/${id}`}>
                {t("outbox.signatureRefused", { plate, why })}
              </a>
            )}
          </p>
        ))}
        {state.surveys.map(({ id, plate, refused: why }) => (
          <p key={id} className="font-semibold">
            {why === undefined ? (
              t("outbox.survey", { plate })
            ) : (
              <a className="underline" href={`/units/${encodeURIComponent(plate)}/survey`}>
                {t("outbox.surveyRefused", { plate, why })}
              </a>
            )}
          </p>
        ))}
        {state.link === "sent" || state.link === "sending" ? null : (
          <p className="text-ink2">
            {t(`link.${state.link}`)}
            {state.link === "refused" && state.detail !== undefined ? `: ${state.detail}` : ""}
          </p>
        )}
      </div>
      {owed === 0 ? null : (
        <Button look="small" onClick={() => void outbox().send()}>
          {t("outbox.send")}
        </Button>
      )}
    </aside>
  );
}

"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { Button, Key } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { changeWords } from "../plan/words";
import type { ChangeStep } from "./cards";
import type { InspectModel } from "./model";
import { checkTitle, type T } from "./words";

/**
 * How the machine is to be set for what follows on the card. Answering says that it is; behind a finding that stops
 * the machine, `onDone` does.
 */
export function SetLine({
  steps,
  done,
  now,
  onDone,
  timers,
}: {
  steps: readonly ChangeStep[];
  done: boolean;
  /** What is to be done next on the card asks for it. */
  now: boolean;
  onDone: (() => void) | undefined;
  /** The times it is to be set by. */
  timers?: React.ReactNode;
}) {
  const t = useTranslations();
  const look = done ? "border-line text-ink2" : now ? "border-ink border-l-brass" : "border-ink3";
  return (
    <li className={`my-1.5 flex items-center gap-3 border-2 border-l-[8px] px-3 py-1.5 leading-snug ${look}`}>
      <div className="flex-1">
        <ol>
          {steps.map((step) => (
            <li key={step.id} className={done ? "" : "font-semibold"}>
              {changeWords(t as unknown as T, step.change)}
            </li>
          ))}
        </ol>
        {timers}
      </div>
      {done ? (
        <span className="font-semibold">{t("inspect.done")}</span>
      ) : onDone === undefined ? null : (
        <Button look="small" className="border-brass! bg-brass! text-brassink!" onClick={onDone}>
          {t("inspect.done")} <Key>D</Key>
        </Button>
      )}
    </li>
  );
}

export function CarryWords({ model }: { model: InspectModel }) {
  const t = useTranslations();
  const { carry, needsAssistant } = model.plan;
  if (carry.length === 0 && !needsAssistant) return null;
  return (
    <p className="mt-1">
      {carry.length > 0 ? t("inspect.carry", { things: carry.map((c) => t(`carry.${c}`)).join(", ") }) : null}{" "}
      {needsAssistant ? t("inspect.assistant") : null}
    </p>
  );
}

export function SupersedeDialog({
  open,
  onClose,
  onReason,
}: {
  open: boolean;
  onClose: () => void;
  onReason: (reason: string) => void;
}) {
  const t = useTranslations();
  return (
    <Dialog open={open} onClose={onClose} title={t("inspect.supersede")}>
      <ReasonForm onClose={onClose} onReason={onReason} />
    </Dialog>
  );
}

/** A reason picked or typed. What was typed for one answer is not kept for the next. */
function ReasonForm({ onClose, onReason }: { onClose: () => void; onReason: (reason: string) => void }) {
  const t = useTranslations();
  const [reason, setReason] = useState("");
  return (
    <>
      <div className="mt-3 grid gap-2 md:grid-cols-3">
        {(["mistake", "typed", "again"] as const).map((id) => (
          <Button key={id} look="small" onClick={() => onReason(t(`inspect.reasons.${id}`))}>
            {t(`inspect.reasons.${id}`)}
          </Button>
        ))}
      </div>
      <p className="mt-4 text-ink2">{t("inspect.otherReason")}</p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim() === "") return;
          onReason(reason.trim());
        }}
      >
        <input
          aria-label={t("inspect.supersede")}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          maxLength={400}
          className="mt-1 min-h-[48px] w-full border-2 border-ink bg-chalk px-3"
        />
        <div className="mt-4 flex justify-between">
          <Button look="small" onClick={onClose}>
            {t("inspect.cancel")}
          </Button>
          <Button look="small" type="submit" disabled={reason.trim() === ""}>
            {t("inspect.record")}
          </Button>
        </div>
      </form>
    </>
  );
}

/** Which of a card's checks something is wrong with. */
export function WhichDialog({
  open,
  checks,
  onClose,
  onPick,
}: {
  open: boolean;
  checks: readonly Check[];
  onClose: () => void;
  onPick: (check: Check) => void;
}) {
  const t = useTranslations();
  return (
    <Dialog open={open} onClose={onClose} title={t("inspect.which")}>
      <div className="mt-3 grid gap-2">
        {checks.map((check) => (
          <Button
            key={check.key}
            look="small"
            className="justify-start text-left"
            onClick={() => onPick(check)}
          >
            {checkTitle(t, check)}
          </Button>
        ))}
      </div>
    </Dialog>
  );
}

/** The keys for every frequent act. */
export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const t = useTranslations();
  return (
    <Dialog open={open} onClose={onClose} title={t("inspect.keys")}>
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-5 gap-y-2">
        {["F", "L", "W", "D", "N →", "P ←", "1 – 9", "T", "?"].map((k, i) => (
          <div key={k} className="contents">
            <dt className="font-bold">{k}</dt>
            <dd>{t(`inspect.keyList.k${i}`)}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}

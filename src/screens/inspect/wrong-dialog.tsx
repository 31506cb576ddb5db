"use client";
import { useTranslations } from "next-intl";
import { useEffect, useMemo, useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { notFaultsOf } from "@/core/catalogue/not-a-fault";
import type { OpenMatter } from "@/core/grade/matters";
import { checkFirst, type TestMade } from "@/core/underway/shown";
import type { PlanState } from "@/core/vocabulary/state/values";
import { Button, Key } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { FindingForm, type WrongAnswer } from "./finding-form";
import type { InspectData } from "./inspect-data";
import { MeasureField } from "./measure-field";
import type { Reading, Readings } from "./reading";
import { RuleOut } from "./rule-out";
import type { Helps } from "./try-also";
import { checkTitle, conditionWord } from "./words";

/**
 * What is wrong with one check: a condition, what was done about it, a note. A movement that did not come is
 * first taken through what would explain it in this state; what must never be explained away is not.
 */
export function WrongDialog({
  check,
  data,
  matters,
  state,
  made,
  readings,
  looked,
  helps,
  onLooked,
  onClose,
  onAnswer,
  onWorks,
  onCorrect,
  answered,
  onSkip,
}: {
  check: Check | undefined;
  data: InspectData;
  /** What is open on the unit. */
  matters: readonly OpenMatter[];
  /** The state the walk has reached, and the tests made on the way. */
  state: PlanState;
  made: readonly TestMade[];
  readings: Readings;
  /** What was checked already because it did not respond. */
  looked: ReadonlySet<string>;
  /** What else would help a technician; none where nothing more is to be operated. */
  helps: Helps | undefined;
  onLooked: (check: Check, interlock: string) => void;
  onClose: () => void;
  onAnswer: (check: Check, answer: WrongAnswer) => void;
  /** It works now; which of what was looked at it was. */
  onWorks: (check: Check, cause: string) => void;
  /** The check has been answered, and the answer was a slip: it is fine, or this is the reading. */
  onCorrect: (check: Check, to: { readonly fine: true } | { readonly reading: Reading }) => void;
  answered: boolean;
  onSkip: (check: Check, reason: string) => void;
}) {
  const t = useTranslations();
  if (check === undefined) return null;
  return (
    <Dialog open onClose={onClose} title={checkTitle(t, check)} wide="wide">
      <WrongForm
        key={check.key}
        check={check}
        data={data}
        matters={matters}
        state={state}
        made={made}
        readings={readings}
        looked={looked}
        helps={helps}
        onLooked={onLooked}
        onClose={onClose}
        onAnswer={onAnswer}
        onWorks={onWorks}
        onCorrect={onCorrect}
        answered={answered}
        onSkip={onSkip}
      />
    </Dialog>
  );
}

/** The condition that is looked into before it is called a fault. */
const unanswered = "did_not_move";

/** What would explain a movement that did not come; nothing else is ever explained away. */
const possibleFor = (
  { definition: { test } }: Check,
  condition: string,
  { sheet }: InspectData,
  state: PlanState,
  made: readonly TestMade[],
): readonly string[] =>
  condition === unanswered && test !== undefined ? checkFirst(sheet, test, state, made) : [];

type FormProps = Omit<Parameters<typeof WrongDialog>[0], "check"> & { check: Check };

function WrongForm(props: FormProps) {
  const {
    check,
    data,
    matters,
    state,
    made,
    readings,
    onClose,
    onAnswer,
    onWorks,
    onCorrect,
    answered,
    onSkip,
    looked,
    helps,
    onLooked,
  } = props;
  const t = useTranslations();
  // In question already: what was being checked is gone on with, where any of it is left.
  const goesOn = looked.size > 0 && !answered && possibleFor(check, unanswered, data, state, made).length > 0;
  const [condition, setCondition] = useState<string | undefined>(goesOn ? unanswered : undefined);
  const [ruled, setRuled] = useState(false);
  const [skipping, setSkipping] = useState(false);
  const list = useMemo(() => {
    const { measure } = check.definition;
    return Object.keys(check.conditions).filter((id) => measure?.nominal || id !== measure?.beyond);
  }, [check]);
  useEffect(() => {
    if (condition !== undefined || skipping) return;
    const pick = (event: KeyboardEvent) => {
      const id = list[Number(event.key) - 1];
      if (id !== undefined && !(event.target instanceof HTMLTextAreaElement)) setCondition(id);
    };
    window.addEventListener("keydown", pick);
    return () => window.removeEventListener("keydown", pick);
  }, [condition, list, skipping]);

  if (skipping)
    return <SkipForm onBack={() => setSkipping(false)} onSkip={(reason) => onSkip(check, reason)} />;
  if (condition === undefined) {
    return (
      <>
        {answered ? (
          <div className="mt-3 flex flex-wrap items-center gap-3 border-2 border-ink p-3">
            <p className="flex-1 font-semibold">{t("inspect.correct")}</p>
            {check.definition.measure === undefined ? (
              <Button look="small" onClick={() => onCorrect(check, { fine: true })}>
                {t("inspect.correctFine")}
              </Button>
            ) : (
              <MeasureField
                check={check}
                data={data}
                readings={readings}
                onMeasure={(reading) => onCorrect(check, { reading })}
              />
            )}
          </div>
        ) : null}
        <NotAFault check={check} data={data} />
        <p className="mt-3 text-ink2">{t("inspect.pick")}</p>
        <div className="mt-3 grid gap-2.5 md:grid-cols-2">
          {list.map((id, i) => (
            <Button
              key={id}
              look="small"
              className="min-h-[56px] justify-between text-left"
              onClick={() => setCondition(id)}
            >
              <span>{conditionWord(t, id)}</span>
              {i < 9 ? <Key>{`${i + 1}`}</Key> : null}
            </Button>
          ))}
        </div>
        <div className="mt-5 flex flex-wrap justify-between gap-3 border-t border-line pt-4">
          <Button look="small" onClick={() => setSkipping(true)}>
            {t("inspect.skip")}
          </Button>
          <Button look="small" onClick={onClose}>
            {t("inspect.cancel")}
          </Button>
        </div>
      </>
    );
  }
  const possible = possibleFor(check, condition, data, state, made);
  if (possible.length > 0 && !ruled) {
    return (
      <RuleOut
        possible={possible}
        looked={looked}
        helps={helps}
        onLooked={(id) => onLooked(check, id)}
        onWasIt={(id) => onWorks(check, id)}
        onUnknown={() => setCondition("intermittent")}
        onStillDead={() => setRuled(true)}
        onBack={() => setCondition(undefined)}
      />
    );
  }
  return (
    <FindingForm
      check={check}
      condition={condition}
      data={data}
      matters={matters}
      ruledOut={possible}
      onBack={() => (possible.length > 0 ? setRuled(false) : setCondition(undefined))}
      onRecord={(answer) => onAnswer(check, answer)}
    />
  );
}

/** What looks like a fault of this check and is how the machine is built. */
function NotAFault({ check, data: { sheet } }: Pick<FormProps, "check" | "data">) {
  const t = useTranslations();
  const notes = notFaultsOf(sheet, check);
  return notes.length === 0 ? null : (
    <div className="mt-3 border-l-[5px] border-ink3 pl-3">
      <h3 className="font-bold">{t("notFault.title")}</h3>
      <ul className="list-disc pl-5">
        {notes.map((note) => (
          <li key={note}>{t(`notFault.${note}`)}</li>
        ))}
      </ul>
    </div>
  );
}

function SkipForm({ onBack, onSkip }: { onBack: () => void; onSkip: (reason: string) => void }) {
  const t = useTranslations();
  const [reason, setReason] = useState("");
  return (
    <form
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() !== "") onSkip(reason.trim());
      }}
    >
      <p className="font-medium">{t("inspect.skipWarn")}</p>
      <label className="mt-3 block">
        <span className="font-semibold">{t("inspect.skipWhy")}</span>
        <input
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          maxLength={400}
          className="mt-1 min-h-[48px] w-full border-2 border-ink bg-chalk px-3"
        />
      </label>
      <div className="mt-4 flex justify-between">
        <Button look="small" onClick={onBack}>
          {t("inspect.cancel")}
        </Button>
        <Button type="submit" look="small" disabled={reason.trim() === ""}>
          {t("inspect.record")}
        </Button>
      </div>
    </form>
  );
}

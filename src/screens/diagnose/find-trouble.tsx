"use client";
import { useTranslations } from "next-intl";
import { useMemo, useState } from "react";
import type { Told } from "@/core/diagnose/answers";
import type { Causes } from "@/core/diagnose/diagnose";
import type { Asked } from "@/core/diagnose/report";
import type { Sheet } from "@/core/sheet/sheet";
import type { PartId } from "@/core/vocabulary/parts";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { Mark } from "@/kit/mark";
import type { T } from "../inspect/words";
import { useSame } from "../steady";
import { type FoundOut, type OtherTag, RepairForm } from "../tagged/return-forms";
import { BothStations, markOf } from "./both-stations";
import { SayWhat } from "./say-what";
import { Suspects } from "./suspects";
import { useDiagnosis } from "./use-diagnosis";
import { useTried } from "./use-tried";
import { movementOf, saysWords, testWords } from "./words";

export interface TroubleData {
  readonly sheet: Sheet;
  readonly told: readonly Told[];
  readonly causes: Causes;
}

/** A technician's tag: what was seen from both stations, what would explain it, the next test, and the repair. */
export function FindTrouble({
  tagId,
  part,
  otherTags,
  below,
  children,
  ...given
}: {
  tagId: string;
  part: PartId | null;
  otherTags: readonly OtherTag[];
  trouble: TroubleData;
  /** What the tag itself says. */
  children: React.ReactNode;
  /** What else stands with it, below what was seen. */
  below?: React.ReactNode;
}) {
  const t = useTranslations() as unknown as T;
  // What was worked out of it stands for as long as it is the same, however often the page is read.
  const trouble = useSame(given.trouble);
  const { tried, say, forget, forgetAll } = useTried(tagId);
  const told = useMemo(() => {
    const all = new Map([...trouble.told, ...tried].map((one) => [one.question, one]));
    return [...all.values()];
  }, [trouble.told, tried]);
  const byTest = useMemo(() => new Map(told.map((one) => [one.question, one])), [told]);
  const mine = useMemo(() => new Set(tried.map(({ question }) => question)), [tried]);
  const { tests, report, working } = useDiagnosis(trouble.sheet, told, trouble.causes);
  const [picked, setPicked] = useState<Asked>();
  const [choosing, setChoosing] = useState(false);
  const foundOut = useMemo<FoundOut | undefined>(() => {
    if (report === undefined) return undefined;
    const components = [
      ...new Set(report.explanations.flatMap(({ groups }) => groups.flat().map((f) => f.component))),
    ];
    return {
      tried,
      suspects: components.map((component) => ({ component, parts: report.parts[component] ?? [] })),
    };
  }, [report, tried]);
  const others = tests?.filter(({ id }) => movementOf(id) === undefined) ?? [];
  return (
    <div className="grid gap-6 p-4 md:grid-cols-[minmax(0,47fr)_minmax(0,53fr)] md:p-6">
      <section>
        {children}
        {tests === undefined ? (
          <p className="mt-5 text-ink2">{t("diagnose.working")}</p>
        ) : (
          <div className="mt-5">
            <BothStations tests={tests} told={byTest} tried={mine} onPick={setPicked} />
            <Others tests={others} told={byTest} onPick={setPicked} onMore={() => setChoosing(true)} />
            <CheckedFirst told={told} />
          </div>
        )}
        {below}
      </section>
      <section aria-live="polite" aria-busy={working}>
        {report === undefined ? (
          <p className="text-[19px]">{t("diagnose.working")}</p>
        ) : (
          <Suspects report={report} causes={trouble.causes} onTried={() => setPicked(report.next?.test)} />
        )}
        <div className="mt-6 border-[2.5px] border-ink p-4 md:p-5">
          <h2 className="text-[22px] font-bold">{t("tagged.repair")}</h2>
          <p className="mt-1 text-ink2">{t("tagged.mistake")}</p>
          <RepairForm
            {...{ tagId, part, otherTags, foundOut }}
            sheet={trouble.sheet}
            onRecorded={forgetAll}
          />
        </div>
      </section>
      <SayWhat
        test={picked}
        mayForget={picked !== undefined && mine.has(picked.id)}
        onClose={() => setPicked(undefined)}
        onForget={(test) => {
          forget(test.id);
          setPicked(undefined);
        }}
        onSay={(test, says) => {
          say({ question: test.id, says });
          setPicked(undefined);
        }}
      />
      <Dialog open={choosing} onClose={() => setChoosing(false)} title={t("diagnose.which")}>
        <div className="mt-3 grid gap-2">
          {others.map((test) => (
            <Button
              key={test.id}
              look="small"
              className="justify-start text-left"
              onClick={() => {
                setChoosing(false);
                setPicked(test);
              }}
            >
              {testWords(t, test.id)}
            </Button>
          ))}
        </div>
      </Dialog>
    </div>
  );
}

/** What else was found wrong, besides the movements. */
function Others({
  tests,
  told,
  onPick,
  onMore,
}: {
  tests: readonly Asked[];
  told: ReadonlyMap<string, Told>;
  onPick: (test: Asked) => void;
  onMore: () => void;
}) {
  const t = useTranslations() as unknown as T;
  const wrong = tests.filter(({ id }) => (told.get(id)?.says ?? "fine") !== "fine");
  return (
    <>
      {wrong.length === 0 ? null : <h2 className="mt-3 text-ink2">{t("diagnose.others")}</h2>}
      <ul>
        {wrong.map((test) => {
          const says = told.get(test.id)?.says ?? "fine";
          return (
            <li key={test.id} className="border-b border-line">
              <button
                type="button"
                className="flex min-h-[48px] w-full items-center gap-2 text-left"
                onClick={() => onPick(test)}
              >
                <Mark kind={markOf(says)}>{saysWords(t, says)}</Mark>
                <span>{testWords(t, test.id)}</span>
              </button>
            </li>
          );
        })}
      </ul>
      <Button look="small" className="mt-3 border-dashed" onClick={onMore}>
        {t("diagnose.addOther")}
      </Button>
    </>
  );
}

function CheckedFirst({ told }: { told: readonly Told[] }) {
  const t = useTranslations() as unknown as T;
  const checked = [...new Set(told.flatMap((one) => one.checked ?? []))];
  return checked.length === 0 ? null : (
    <p className="mt-3 text-[17px] text-ink2">
      {t("diagnose.checkedFirst", { what: checked.map((id) => t(`checked.${id}`)).join("; ") })}
    </p>
  );
}

import { Button } from "@/kit/button";
import { OneOf, TextField } from "@/kit/field";
import { Field } from "../ask";
import { type SurveyDraft, withJob, withPosition } from "./draft";
import type { Measures } from "./figure";
import { NumberField } from "./number-field";
import type { T } from "./words";

/** What a touch on the plan sets in this step. */
export type Touch = "position" | "way";

/** Each piece of work: where, and how high the hands must be; and the way the machine comes. */
export function WorkStep({
  t,
  draft,
  measures,
  stand,
  workId,
  touch,
  onTouch,
  onWork,
  change,
}: {
  t: T;
  draft: SurveyDraft;
  measures: Measures;
  stand: number;
  workId: string | undefined;
  touch: Touch;
  onTouch: (touch: Touch) => void;
  onWork: (id: string) => void;
  change: (draft: SurveyDraft) => void;
}) {
  const { job } = draft.given;
  const set = (id: string, more: Partial<(typeof job.positions)[number]>) =>
    change(
      withJob(draft, { positions: job.positions.map((one) => (one.id === id ? { ...one, ...more } : one)) }),
    );
  const drop = (id: string) => {
    const without = withJob(draft, { positions: job.positions.filter((one) => one.id !== id) });
    change({
      ...without,
      given: {
        ...without.given,
        stands: without.given.stands.map((one) => ({
          ...one,
          positions: one.positions.filter((other) => other !== id),
        })),
      },
    });
  };
  return (
    <div className="grid gap-4">
      <div>
        <p className="mb-1 font-semibold">{t("survey.touching")}</p>
        <OneOf
          legend={t("survey.touching")}
          value={touch}
          options={(["position", "way"] as const).map((one) => [one, t(`survey.touch.${one}`)] as const)}
          onChange={onTouch}
        />
        <p className="mt-2 text-ink2">{t(touch === "way" ? "survey.wayHelp" : "survey.positionsHelp")}</p>
      </div>
      {touch === "way" || job.way.length > 0 ? (
        <div className="flex flex-wrap items-center gap-3">
          <span>
            {t("survey.way")}: {t("survey.wayPoints", { count: job.way.length })}
          </span>
          {job.way.length === 0 ? null : (
            <Button look="small" onClick={() => change(withJob(draft, { way: [] }))}>
              {t("survey.wayClear")}
            </Button>
          )}
        </div>
      ) : null}
      <ul className="border-t-2 border-ink">
        {job.positions.map((work, i) => (
          <li
            key={work.id}
            className="grid grid-cols-2 items-end gap-3 border-b border-line py-3 md:grid-cols-4"
          >
            <div className="col-span-2 flex items-end gap-3">
              <button
                type="button"
                aria-pressed={work.id === workId}
                aria-label={t("survey.position", { n: i + 1 })}
                className="grid size-[48px] shrink-0 place-items-center border-[2.5px] border-ink text-[20px] font-bold aria-pressed:border-brass aria-pressed:bg-brass aria-pressed:text-brassink"
                onClick={() => onWork(work.id)}
              >
                {i + 1}
              </button>
              <div className="min-w-0 flex-1">
                <Field words={t("survey.name")}>
                  <TextField
                    value={work.name}
                    maxLength={80}
                    onFocus={() => onWork(work.id)}
                    onChange={({ target }) => set(work.id, { name: target.value })}
                  />
                </Field>
              </div>
            </div>
            <NumberField
              words={t("survey.handsM")}
              unit="m"
              measures={measures}
              value={work.handsM}
              onNumber={(m) => set(work.id, { handsM: Math.min(120, Math.max(0, m ?? 0)) })}
            />
            <Button look="small" onClick={() => drop(work.id)}>
              {t("survey.remove")}
            </Button>
            {(["x", "y"] as const).map((axis) => (
              <NumberField
                key={axis}
                words={t(`survey.${axis}`)}
                unit="m"
                measures={measures}
                value={work.at[axis]}
                onNumber={(m) => set(work.id, { at: { ...work.at, [axis]: Math.max(0, m ?? 0) } })}
              />
            ))}
          </li>
        ))}
      </ul>
      <Button
        look="small"
        disabled={job.positions.length >= 40}
        onClick={() =>
          change(
            withPosition(
              draft,
              stand,
              draft.given.stands[stand]?.spot.at ?? { x: 0, y: 0 },
              t("survey.position", { n: job.positions.length + 1 }),
            ),
          )
        }
      >
        {t("survey.addPosition")}
      </Button>
    </div>
  );
}

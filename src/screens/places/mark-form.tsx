import { useState } from "react";
import type { At } from "@/core/survey/on-the-plan";
import {
  atmospheres,
  drawnAs,
  figuresOfKind,
  grounds,
  type Mark,
  type MarkKind,
  markFigures,
  markKinds,
  markSchema,
  trafficKinds,
  weakKinds,
} from "@/core/survey/place-plan";
import { Button } from "@/kit/button";
import { CheckBox } from "@/kit/check-box";
import { SelectField, TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { Field } from "../ask";
import type { Measures } from "../survey/figure";
import { NumberField } from "../survey/number-field";
import type { T } from "../survey/words";

const needed = { line: 2, ends: 2, area: 3 } as const;

/** What each kind is one of, where it is one of several. */
const whats = {
  weak_floor: ["weak", weakKinds],
  traffic: ["trafficWhat", trafficKinds],
  atmosphere: ["atmosphereWhat", atmospheres],
  ground: ["ground", grounds],
} as const;

/** A mark while it is set: its kind, its points and what is known of it. */
export interface MarkDraft {
  readonly kind: MarkKind;
  readonly id: string;
  readonly at: readonly At[];
  readonly values: Readonly<Record<string, unknown>>;
}

/** A mark of a kind with nothing said yet. */
export const newMark = (kind: MarkKind, id: string): MarkDraft => ({ kind, id, at: [], values: {} });

/** A mark as it stands, to be changed. */
export function draftOf(mark: Mark): MarkDraft {
  const { kind, id, at, ...values } = mark;
  return { kind, id, at, values };
}

/** The whole mark, as the plan keeps it; undefined with what is missing where it is none yet. */
function wholeOf({ kind, id, at, values }: MarkDraft, fallback: string): { mark?: Mark; problem?: string } {
  const known = Object.fromEntries(figuresOfKind[kind].map((name) => [name, values[name] ?? null]));
  const what =
    kind === "ground"
      ? { ground: values["ground"] ?? "not_known" }
      : kind in whats
        ? { what: values["what"] ?? whats[kind as keyof typeof whats][1][0] }
        : {};
  const named = { name: (values["name"] as string | undefined)?.trim() || fallback };
  const covered = kind === "power_line" ? { covered: values["covered"] === true } : {};
  const parsed = markSchema.safeParse({ kind, id, at, ...named, ...known, ...what, ...covered });
  return parsed.success ? { mark: parsed.data } : { problem: parsed.error.issues[0]?.message };
}

/** The form of one mark: its kind and name, its points as they are touched, and its figures. */
export function MarkForm({
  t,
  draft,
  measures,
  change,
  onKeep,
  onDrop,
}: {
  t: T;
  draft: MarkDraft;
  measures: Measures;
  change: (draft: MarkDraft) => void;
  onKeep: (mark: Mark) => void;
  onDrop: () => void;
}) {
  const [problem, setProblem] = useState("");
  const way = drawnAs[draft.kind];
  const lacking = needed[way] - draft.at.length;
  const set = (more: Readonly<Record<string, unknown>>) =>
    change({ ...draft, values: { ...draft.values, ...more } });
  const pick = draft.kind in whats ? whats[draft.kind as keyof typeof whats] : undefined;
  return (
    <div className="grid gap-3 border-[2.5px] border-ink p-3">
      <div className="grid gap-3 md:grid-cols-2">
        <Field words={t("places.kind")}>
          <SelectField
            value={draft.kind}
            onChange={({ target }) =>
              change({
                ...newMark(target.value as MarkKind, draft.id),
                at: [],
                values: { name: draft.values["name"] },
              })
            }
          >
            {markKinds.map((kind) => (
              <option key={kind} value={kind}>
                {t(`places.kinds.${kind}`)}
              </option>
            ))}
          </SelectField>
        </Field>
        <Field words={t("places.name")}>
          <TextField
            value={(draft.values["name"] as string | undefined) ?? ""}
            maxLength={80}
            onChange={({ target }) => set({ name: target.value })}
          />
        </Field>
        {pick === undefined ? null : (
          <Field words={t("places.what")}>
            <SelectField
              value={`${draft.values[draft.kind === "ground" ? "ground" : "what"] ?? pick[1][0]}`}
              onChange={({ target }) => set({ [draft.kind === "ground" ? "ground" : "what"]: target.value })}
            >
              {pick[1].map((one) => (
                <option key={one} value={one}>
                  {t(draft.kind === "ground" ? `survey.grounds.${one}` : `places.${pick[0]}.${one}`)}
                </option>
              ))}
            </SelectField>
          </Field>
        )}
        {figuresOfKind[draft.kind].map((name) => (
          <NumberField
            key={`${draft.kind} ${name}`}
            words={t(`places.figure.${draft.kind === "power_line" && name === "heightM" ? "lowestM" : name}`)}
            unit={markFigures[name].unit}
            measures={measures}
            value={draft.values[name] as number | null | undefined}
            onNumber={(value) => set({ [name]: value ?? null })}
          />
        ))}
      </div>
      {draft.kind === "power_line" ? (
        <CheckBox checked={draft.values["covered"] === true} onCheck={(covered) => set({ covered })}>
          {t("places.covered")}
        </CheckBox>
      ) : null}
      <p>
        {t(way === "line" ? "places.drawLine" : way === "area" ? "places.drawArea" : "places.drawEnds")}{" "}
        <b>{t("places.pointsSet", { count: draft.at.length })}.</b>{" "}
        {lacking > 0 ? t("places.needs", { count: lacking }) : ""}
      </p>
      <div className="flex flex-wrap gap-3">
        <Button
          look={lacking > 0 ? "asleep" : "go"}
          disabled={lacking > 0}
          onClick={() => {
            const { mark, problem: wrong } = wholeOf(draft, t(`places.kinds.${draft.kind}`));
            setProblem(wrong ?? "");
            if (mark !== undefined) onKeep(mark);
          }}
        >
          {t("places.keepMark")}
        </Button>
        <Button
          look="small"
          disabled={draft.at.length === 0}
          onClick={() => change({ ...draft, at: draft.at.slice(0, -1) })}
        >
          {t("places.takeBack")}
        </Button>
        <Button look="small" onClick={onDrop}>
          {t("survey.remove")}
        </Button>
      </div>
      <Problem>{problem}</Problem>
    </div>
  );
}

/** A point more on a mark; both ends of one that has them begin anew. */
export function withPoint(draft: MarkDraft, at: At): MarkDraft {
  if (draft.at.some(({ x, y }) => x === at.x && y === at.y)) return draft;
  const ends = drawnAs[draft.kind] === "ends";
  return { ...draft, at: ends && draft.at.length >= 2 ? [at] : [...draft.at, at].slice(0, 60) };
}

"use client";
import { useTranslations } from "next-intl";
import type { Check } from "@/core/catalogue/catalogue";
import { Caution } from "@/kit/plate";
import { SetLine } from "./card-parts";
import { type Card, type CardLine, type ChangeStep, startsEngine } from "./cards";
import { CheckRow } from "./check-row";
import { StartTimers } from "./check-timers";
import { MatterLine } from "./matter-line";
import { type InspectModel, mayMake } from "./model";
import { MoveTable } from "./move-table";
import type { Reading } from "./reading";

interface CardLinesProps {
  readonly card: Card;
  readonly model: InspectModel;
  /** What is to be answered next. */
  readonly current: Check | undefined;
  /** What is still to be set for it. */
  readonly toSet: readonly ChangeStep[];
  /** Says by itself that settings were made; where none is given, answering says it. */
  readonly onDone: ((steps: readonly ChangeStep[]) => void) | undefined;
  readonly onFine: (check: Check) => void;
  readonly onBoth: (checks: readonly Check[]) => void;
  readonly onWrong: (check: Check) => void;
  readonly onMeasure: (check: Check, reading: Reading) => void;
}

/** A card from its top to its foot: set the machine, mind this, check that, in the order it is done. */
export function CardLines(props: CardLinesProps) {
  return (
    <ul className="mt-1">
      {props.card.lines.map((line) => (
        <Line key={keyOf(line)} {...props} line={line} />
      ))}
    </ul>
  );
}

function keyOf(line: CardLine): string {
  switch (line.kind) {
    case "set":
      return `set ${line.steps[0]?.id}`;
    case "caution":
      return line.cautions.join();
    case "row":
      return line.check.key;
    case "moves":
      return line.checks[0]?.key ?? "moves";
  }
}

function Line({ line, model, current, toSet, ...acts }: CardLinesProps & { readonly line: CardLine }) {
  const t = useTranslations();
  const { held, matters, reduction } = model;
  const { onDone } = acts;
  switch (line.kind) {
    case "set": {
      const done = line.steps.every(({ id }) => reduction.changed.has(id));
      return (
        <SetLine
          steps={line.steps}
          done={done}
          now={line.steps.some((step) => toSet.includes(step))}
          onDone={onDone === undefined ? undefined : () => onDone(line.steps)}
          timers={
            line.steps.some(startsEngine) && !done ? (
              <StartTimers of={line.steps[0]?.id ?? ""} sheet={model.data.sheet} walk={model.data.id} />
            ) : null
          }
        />
      );
    }
    case "caution":
      return (
        <li className="my-1.5">
          <Caution>
            {line.cautions.map((caution) => (
              <p key={caution}>{t(`caution.${caution}`)}</p>
            ))}
          </Caution>
        </li>
      );
    case "row":
      return (
        <CheckRow
          check={line.check}
          model={model}
          locked={!mayMake(line.check, held)}
          current={line.check === current}
          onFine={acts.onFine}
          onWrong={acts.onWrong}
          onMeasure={acts.onMeasure}
        />
      );
    case "moves":
      return (
        <li data-row={keyOf(line)}>
          <MoveTable
            checks={line.checks}
            model={model}
            locked={held}
            current={current?.key}
            onFine={acts.onFine}
            onBoth={acts.onBoth}
            onWrong={acts.onWrong}
          />
          {matters
            .filter((matter) => line.checks.some((check) => check.key === matter.check))
            .map((matter) => (
              <MatterLine key={matter.findingId} matter={matter} model={model} />
            ))}
        </li>
      );
  }
}

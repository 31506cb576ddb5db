"use client";
import { useTranslations } from "next-intl";
import type { TestSetting } from "@/core/machine/expect";
import type { Sheet } from "@/core/sheet/sheet";
import type { PlanState } from "@/core/vocabulary/state/values";
import { Board, type BoardStop, Strip } from "@/kit/board/board";
import { Pose } from "@/kit/pose/pose";

interface PictureProps {
  readonly sheet: Sheet;
  readonly state: PlanState;
  readonly stops: readonly BoardStop[];
  readonly place: number;
  readonly stop: string;
  /** The machine from the side, rather than the walk from above. */
  readonly pose: boolean;
  /** The movement asked next. */
  readonly mover: TestSetting | undefined;
  /** How that leaves the machine, where it is left otherwise than it was set. */
  readonly after: PlanState | undefined;
  readonly onGo: (visit: number) => void;
}

/** The walk round the machine, or the machine as it stands and what moves next. */
export function Picture({ sheet, state, stops, place, stop, pose, mover, after, onGo }: PictureProps) {
  const t = useTranslations();
  const words =
    mover === undefined
      ? t(`stop.${stop}`)
      : t("inspect.movesNext", {
          what: `${t(`function.${mover.function}`)}, ${t(`direction.${mover.direction}`)}`,
        });
  return (
    <>
      <div className="md:hidden">
        <Strip stops={stops} onGo={onGo} />
      </div>
      <div
        className={`min-h-0 flex-1 flex-col justify-center overflow-hidden ${pose ? "flex" : "hidden md:flex"}`}
      >
        {pose ? (
          <Pose
            sheet={sheet}
            state={state}
            moving={mover}
            after={after}
            words={words}
            you={t("inspect.youAre")}
          />
        ) : (
          <Board sheet={sheet} stops={stops} now={place} onGo={onGo} />
        )}
      </div>
      {pose ? (
        <div className="hidden border-t border-line md:block">
          <Strip stops={stops} onGo={onGo} />
        </div>
      ) : null}
    </>
  );
}

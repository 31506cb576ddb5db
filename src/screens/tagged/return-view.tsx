import { useTranslations } from "next-intl";
import type { PictureHere } from "@/contract/picture";
import type { PartId } from "@/core/vocabulary/parts";
import type { Side } from "@/core/vocabulary/sides";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import { FindTrouble, type TroubleData } from "../diagnose/find-trouble";
import { partSentence, titleOfKey } from "../inspect/words";
import { FindingPictures } from "../pictures";
import { dayAndClock, tagReason } from "../states";
import { type OtherTag, ReleaseForm, RepairForm, RetestButton } from "./return-forms";

export interface ReturnTag {
  readonly id: string;
  readonly number: string;
  readonly plate: string;
  readonly reason: string;
  readonly note: string | null;
  readonly by: string;
  readonly raisedAtMs: number;
  readonly checkKey: string | null;
  readonly condition: string | null;
  readonly rule: string | null;
  readonly part: string | null;
  readonly whereOnIt?: readonly Side[] | null;
  readonly sizeMm?: number | null;
  readonly inspectionId: string | null;
  readonly pictures: readonly PictureHere[];
  readonly steps: readonly {
    readonly id: string;
    readonly kind: "repaired" | "retested" | "released";
    readonly atMs: number;
    readonly by: string;
    readonly detail: Record<string, unknown>;
    readonly inspectionId: string | null;
  }[];
  readonly waits: "repair" | "retest" | "release" | "nothing";
  readonly seenPosition: number;
  /** Other tags of the unit that wait for a repair. */
  readonly otherTags: readonly OtherTag[];
}

export interface May {
  readonly repair: boolean;
  readonly retest: boolean;
  readonly release: boolean;
  /** Whether the person recorded no repair under this tag. */
  readonly second: boolean;
}

/** A tag from its raising to its return: what was found, what has been done, and the one step that is next. */
export function ReturnView({
  tag,
  may,
  trouble,
  zone,
  measures,
  state,
  below,
}: {
  tag: ReturnTag;
  may: May;
  /** What is known of where the trouble is, for whoever may repair it. */
  trouble: TroubleData | undefined;
  zone: string;
  measures: "metric" | "imperial";
  /** How far the workshop is with it. */
  state?: React.ReactNode;
  /** Its label and its key. */
  below?: React.ReactNode;
}) {
  const t = useTranslations();
  const part = partSentence(t, { where: tag.whereOnIt ?? [], sizeMm: tag.sizeMm ?? undefined }, measures);
  const released = tag.waits === "nothing";
  const says = (
    <>
      <p className="flex flex-wrap items-center gap-4">
        <Link href={`/units/${tag.plate}`}>
          <Plate size="large">{tag.plate}</Plate>
        </Link>
        <span className="text-[22px] font-bold">{tag.number}</span>
      </p>
      <h1 className="mt-3 text-[28px] leading-tight font-bold">{tagReason(t, tag.reason)}</h1>
      {tag.note === null ? null : <p className="mt-1 text-[19px]">“{tag.note}”</p>}
      {tag.checkKey === null || tag.rule === null ? null : (
        <p className="mt-2 text-ink2">
          {t("tagged.finding")}: {titleOfKey(t, tag.checkKey)}. {t(`rule.${tag.rule}`)}
          {part}.
        </p>
      )}
      {tag.inspectionId === null ? null : (
        <FindingPictures inspectionId={tag.inspectionId} pictures={tag.pictures} />
      )}
      {released ? null : <div className="mt-4">{state}</div>}
      <h2 className="mt-6 text-[20px] font-bold">{t("tagged.steps")}</h2>
      <ol className="mt-1">
        <StepLine title={t("tagged.raised")} at={dayAndClock(tag.raisedAtMs, zone)} by={tag.by} />
        {tag.steps.map((s) => (
          <StepLine key={s.id} title={t(`tagged.${s.kind}Step`)} at={dayAndClock(s.atMs, zone)} by={s.by}>
            {s.kind === "repaired" ? <RepairWords detail={s.detail} /> : null}
            {s.inspectionId === null ? null : (
              <Link className="underline" href={`/records/${s.inspectionId}`}>
                {t("decide.record")}
              </Link>
            )}
          </StepLine>
        ))}
      </ol>
    </>
  );
  return (
    <div>
      {released ? null : <div className="hatched h-5" aria-hidden="true" />}
      {trouble !== undefined && may.repair && tag.waits === "repair" ? (
        <FindTrouble
          tagId={tag.id}
          part={tag.part as PartId | null}
          otherTags={tag.otherTags}
          trouble={trouble}
          below={below}
        >
          {says}
        </FindTrouble>
      ) : (
        <div className="grid gap-6 p-4 md:grid-cols-2 md:p-6">
          <section>
            {says}
            {released ? null : below}
          </section>
          <section className="border-[2.5px] border-ink p-4 md:p-5">
            <Next tag={tag} may={may} />
          </section>
        </div>
      )}
    </div>
  );
}

function Next({ tag, may }: { tag: ReturnTag; may: May }) {
  const t = useTranslations();
  const no = <p className="mt-3 font-semibold">{t("tagged.noRight")}</p>;
  if (tag.waits === "nothing") return <p className="text-[19px] font-semibold">{t("tagged.nothingElse")}</p>;
  if (tag.waits === "repair") {
    return (
      <>
        <h2 className="text-[22px] font-bold">{t("tagged.repair")}</h2>
        <p className="mt-1 text-ink2">{t("tagged.mistake")}</p>
        {may.repair ? (
          <RepairForm tagId={tag.id} part={tag.part as PartId | null} otherTags={tag.otherTags} />
        ) : (
          no
        )}
      </>
    );
  }
  if (tag.waits === "retest") {
    return (
      <>
        <h2 className="text-[22px] font-bold">{t("tagged.blocks.retest")}</h2>
        <p className="mt-1">{t("tagged.retestHelp")}</p>
        {may.retest ? <RetestButton tagId={tag.id} /> : no}
      </>
    );
  }
  return (
    <>
      <h2 className="text-[22px] font-bold">{t("tagged.blocks.release")}</h2>
      <p className="mt-1">{t("tagged.releaseHelp")}</p>
      {may.release ? <ReleaseForm tagId={tag.id} number={tag.number} seenPosition={tag.seenPosition} /> : no}
      {may.second ? null : <p className="mt-3 font-semibold">{t("tagged.second")}</p>}
    </>
  );
}

function StepLine({
  title,
  at,
  by,
  children,
}: {
  title: string;
  at: string;
  by: string;
  children?: React.ReactNode;
}) {
  return (
    <li className="border-b border-line py-2.5">
      <p>
        <b>{title}</b> <span className="text-ink2">{`${at}, ${by}`}</span>
      </p>
      {children}
    </li>
  );
}

function RepairWords({ detail }: { detail: Record<string, unknown> }) {
  const t = useTranslations();
  const list = (value: unknown) =>
    Array.isArray(value) && value.length > 0
      ? value.map((p) => t(`part.${String(p)}`).toLowerCase()).join(", ")
      : "–";
  return (
    <p className="text-ink2">
      {String(detail["cause"])}. {String(detail["work"])}. {t("tagged.repaired")}: {list(detail["repaired"])}.{" "}
      {t("tagged.disturbed")}: {list(detail["disturbed"])}. {t("tagged.licence")}: {String(detail["licence"])}
      . {placeWords(t, detail)}
    </p>
  );
}

/** Where the cause stood among the suspects, where it was a part of the machine's model. */
function placeWords(t: ReturnType<typeof useTranslations>, detail: Record<string, unknown>): string {
  const { place, suspects } = detail;
  if (typeof suspects !== "number") return "";
  return typeof place === "number"
    ? t("diagnose.scored", { place, suspects })
    : t("diagnose.scoredNot", { suspects });
}

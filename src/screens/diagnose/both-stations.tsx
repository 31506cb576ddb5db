"use client";
import { useTranslations } from "next-intl";
import type { Says, Told } from "@/core/diagnose/answers";
import type { Asked } from "@/core/diagnose/report";
import { Square } from "@/kit/mark";
import type { T } from "../inspect/words";
import { movementOf, saysWords, testWords } from "./words";

const stations = ["ground", "platform", "remote"] as const;

interface Shown {
  readonly tests: readonly Asked[];
  readonly told: ReadonlyMap<string, Told>;
  /** What the technician has tried by themselves. */
  readonly tried: ReadonlySet<string>;
  readonly onPick: (test: Asked) => void;
}

/** Every movement from every station side by side, as the walk and the technician saw it: a touch says what was seen. */
export function BothStations(shown: Shown) {
  const t = useTranslations() as unknown as T;
  const here = stations.filter((station) =>
    shown.tests.some(({ id }) => movementOf(id)?.station === station),
  );
  return (
    <table className="w-full border-collapse">
      <caption className="sr-only">{t("diagnose.gridCaption")}</caption>
      <thead>
        <tr className="border-b border-line text-left text-ink2">
          <th scope="col" className="py-1 pr-3 font-medium">
            {t("diagnose.grid")}
          </th>
          {here.map((station) => (
            <th key={station} scope="col" className="py-1 font-medium first-letter:uppercase">
              {t(`station.${station}`)}
            </th>
          ))}
        </tr>
      </thead>
      <Rows {...shown} power="main" here={here} />
      <Rows {...shown} power="auxiliary" here={here} />
    </table>
  );
}

function Rows({ power, here, ...shown }: Shown & { power: "main" | "auxiliary"; here: readonly string[] }) {
  const t = useTranslations() as unknown as T;
  const moves = shown.tests.flatMap((test) => {
    const move = movementOf(test.id);
    return move?.power === power ? [{ test, move }] : [];
  });
  const functions = [...new Set(moves.map(({ move }) => move.function))];
  if (functions.length === 0) return null;
  return (
    <tbody>
      {power === "main" ? null : (
        <tr>
          <th
            scope="rowgroup"
            colSpan={here.length + 1}
            className="pt-3 pb-1 text-left font-medium text-ink2"
          >
            {t("diagnose.auxiliary")}
          </th>
        </tr>
      )}
      {functions.map((fn) => (
        <tr key={fn} className="border-b border-line">
          <th scope="row" className="py-0.5 pr-2 text-left leading-tight font-bold">
            {t(`function.${fn}`)}
          </th>
          {here.map((station) => (
            <td key={station} className="py-0.5">
              <span className="flex gap-1 max-md:flex-col">
                {moves
                  .filter(({ move }) => move.function === fn && move.station === station)
                  .map(({ test }) => (
                    <Cell key={test.id} test={test} {...shown} />
                  ))}
              </span>
            </td>
          ))}
        </tr>
      ))}
    </tbody>
  );
}

function Cell({ test, told, tried, onPick }: Pick<Shown, "told" | "tried" | "onPick"> & { test: Asked }) {
  const t = useTranslations() as unknown as T;
  const says = told.get(test.id)?.says;
  const words = says === undefined ? t("diagnose.notTried") : saysWords(t, says);
  const direction = t(`direction.${movementOf(test.id)?.direction}`);
  return (
    <button
      type="button"
      onClick={() => onPick(test)}
      title={`${testWords(t, test.id)}: ${words}`}
      aria-label={t("diagnose.cell", { test: testWords(t, test.id), says: words })}
      className={`flex min-h-[48px] items-center md:min-w-[76px] gap-1.5 px-1.5 text-[15.5px] ${tried.has(test.id) ? "outline-2 outline-brass" : ""}`}
    >
      <span className={toneOf(says)}>
        <Square kind={markOf(says)} />
      </span>
      {direction}
    </button>
  );
}

export const markOf = (says: Says | undefined) =>
  says === undefined ? "not_fitted" : says === "fine" ? "fine" : "tag_out";

const toneOf = (says: Says | undefined): string =>
  says === undefined ? "text-ink3" : says === "fine" ? "text-moss" : "text-tag";

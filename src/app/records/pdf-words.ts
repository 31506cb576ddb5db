import type { Sheet } from "@/core/sheet/sheet";
import { borrowedWords } from "@/screens/inspect/borrowed";
import { partsOfKey, titleOfId, titleOfKey } from "@/screens/inspect/words";
import { faultWords } from "@/screens/proof/words";
import {
  findingWords,
  giverName,
  howWords,
  matterWords,
  type RecordT,
  readingWords,
  signerWords,
  spanWords,
} from "@/screens/record/words";
import { dayAndClock } from "@/screens/states";
import type { PdfWords } from "@/server/records/pdf";
import type { SealedRecord } from "@/server/records/read";

/** How records are told in a PDF. */
export interface Told {
  readonly t: RecordT;
  readonly measures: "metric" | "imperial";
  readonly zone: string;
}

/** The words of one record in a PDF; `sheet` is the one it was walked by, where that is still kept. */
export function pdfWords(
  record: SealedRecord,
  sheet: Sheet | undefined,
  { t, measures, zone }: Told,
): PdfWords {
  const { shares, recordedAt, document } = record;
  const { erased } = document;
  const signedMs = recordedAt.getTime();
  return {
    t,
    finding: (finding) => {
      const { check, rest } = findingWords(t, finding, measures);
      return `${check}: ${rest}`;
    },
    fault: (fault) => faultWords(t, fault),
    matter: (event) => matterWords(t, event),
    line: (given, reduction) => {
      const { value, limit } = readingWords(t, given, sheet, measures);
      const read = [value, limit].filter((one) => one !== "").join(". ");
      const by = giverName(given, shares);
      const name = titleOfId(t, partsOfKey(given.check).id);
      return {
        what: `${name}${read === "" ? "" : `: ${read}`}${by === undefined ? "" : `, ${by}`}`,
        how: howWords(t, given, reduction, measures),
      };
    },
    lasts: (one) => `${titleOfKey(t, one.check)}: ${borrowedWords(t, one, signedMs, zone).join("; ")}`,
    signer: signerWords(t, record),
    signedAt: dayAndClock(signedMs, zone),
    ...(erased !== undefined && {
      erased: t("retention.answersErased", { when: dayAndClock(erased.atMs, zone) }),
    }),
    span: (stretch) => spanWords(stretch, zone),
  };
}

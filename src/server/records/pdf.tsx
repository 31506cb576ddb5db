import { Document, Image, Path, renderToBuffer, StyleSheet, Svg, Text, View } from "@react-pdf/renderer";
import QRCode from "qrcode";
import type { Lasting } from "@/core/evidence/lasting";
import { gradeOfGiven, lastGiven } from "@/core/grade/answers";
import type { Finding } from "@/core/grade/assess";
import type { Fault } from "@/core/machine/faults";
import { byStop, type Stretch } from "@/core/record/by-stop";
import type { EventOf } from "@/core/record/events";
import { type Given, type Reduction, reduce } from "@/core/record/reduce";
import { registerFace } from "@/server/print/face";
import { ink, look, Pages } from "@/server/print/printed";
import type { SealedRecord } from "./read";

/** The words of the record, translated by the caller. */
export interface PdfWords {
  readonly t: (key: string, values?: Record<string, string | number>) => string;
  readonly finding: (finding: Finding) => string;
  readonly fault: (fault: Fault) => string;
  /** What was said of a thing that was open before. */
  readonly matter: (event: EventOf<"matter">) => string;
  /** A check as it stands under its stop: what was read, against which limit, who gave it; and how it came about. */
  readonly line: (given: Given, reduction: Reduction) => { readonly what: string; readonly how: string };
  /** A check an earlier walk has proven: when, by whom, until when. */
  readonly lasts: (one: Lasting) => string;
  readonly signer: string;
  /** When it was signed, and from when to when somebody was at a stop, on the site's clock. */
  readonly signedAt: string;
  readonly span: (stretch: Stretch) => string;
  /** Where its answers are no longer kept: that, and since when. */
  readonly erased?: string;
}

const s = StyleSheet.create({
  row: { flexDirection: "row" },
  outcome: { fontSize: 22, fontWeight: 700, marginTop: 12 },
  h3: { fontWeight: 700, marginTop: 8 },
  stop: {
    flexDirection: "row",
    borderBottomWidth: 1.5,
    borderColor: ink,
    fontWeight: 700,
    marginTop: 8,
  },
  box: { borderWidth: 1.5, borderColor: ink, padding: 7, marginTop: 12 },
});

/** A record as it is printed. */
export interface ToPrint {
  readonly record: SealedRecord;
  /** The page that verifies it; its code opens that. */
  readonly verifyUrl: string;
  readonly words: PdfWords;
  /** What the walk left unproven; undefined where that is not worked out. */
  readonly left?: readonly Fault[] | undefined;
}

/** A record as an A4 PDF; `number` is its place among others it is printed with. */
export async function recordPdf(one: ToPrint, number?: number): Promise<Buffer> {
  registerFace();
  const code = await codeOf(one);
  return renderToBuffer(
    <Document title={`${one.record.plate} ${one.words.signedAt}`} author="Rook Step">
      <RecordPages of={one} code={code} number={number} />
    </Document>,
  );
}

const codeOf = ({ verifyUrl }: ToPrint): Promise<string> =>
  QRCode.toDataURL(verifyUrl, { margin: 0, width: 300, errorCorrectionLevel: "M" });

/** `number`: its place among others it is printed with. */
function RecordPages({ of, code, number }: { of: ToPrint; code: string; number: number | undefined }) {
  const { record, left, words } = of;
  const { t, finding: found, fault, matter, line, lasts, signedAt, span } = words;
  const { document } = record;
  const findings = new Map(document.findings.map((f) => [f.eventId, f]));
  const reduction = reduce(document.events);
  const { borrowed = [] } = document;
  const matters = [...reduction.matters.values()];
  const stretches = byStop(lastGiven(document.events));
  return (
    <Pages
      foot={`${number === undefined ? "" : `${number}.  `}${record.plate}  ${t("record.entry", { position: record.position })}  ${record.hash}`}
    >
      <View style={[s.row, { justifyContent: "space-between" }]}>
        <View style={{ flex: 1, paddingRight: 16 }}>
          <Text style={look.plate}>{record.plate}</Text>
          <Text style={s.outcome}>{t(`outcome.${document.outcome}`)}</Text>
          <Text
            style={look.small}
          >{`${t(`record.scope.${document.scope.kind}`)}. ${t(`family.${record.family}`)}, ${record.serial}`}</Text>
          <Text style={look.small}>{`${signedAt}, ${t("record.by", { name: words.signer })}`}</Text>
          {document.reasons.map((r) => (
            <Text key={r.reason} style={look.small}>
              {t(`reason.${r.reason}`, { detail: r.detail })}
            </Text>
          ))}
        </View>
        <View style={{ width: 100 }}>
          <Image src={code} style={{ width: 100, height: 100 }} />
          <Text style={[look.small, { textAlign: "center" }]}>{t("record.verify")}</Text>
        </View>
      </View>
      <Text style={look.h2}>{t("decide.findings")}</Text>
      {document.findings.length === 0 ? <Text>{t("decide.none")}</Text> : null}
      {document.findings.map((f) => (
        <View key={f.eventId} style={look.line} wrap={false}>
          <Text style={{ flex: 1 }}>{found(f)}</Text>
          <Text style={{ width: 92, textAlign: "right", fontWeight: 700 }}>
            {t(`grade.${f.place ? "place" : f.grade}`)}
          </Text>
        </View>
      ))}
      {matters.length === 0 ? null : <Text style={s.h3}>{t("matter.title")}</Text>}
      {matters.map((one) => (
        <View key={one.id} style={look.line} wrap={false}>
          <Text>{matter(one)}</Text>
        </View>
      ))}
      {borrowed.length === 0 ? null : (
        <>
          <Text style={look.h2}>{t("decide.borrowed")}</Text>
          <Text>{t("decide.borrowedLead")}</Text>
        </>
      )}
      {borrowed.map((one) => (
        <View key={one.check} style={look.line} wrap={false}>
          <Text>{lasts(one)}</Text>
        </View>
      ))}
      {left === undefined ? null : (
        <>
          <Text style={look.h2}>{t("proof.leftUnproven")}</Text>
          <Text>{t(left.length === 0 ? "proof.recordNone" : "proof.notMade")}</Text>
          {left.map((one) => (
            <View key={`${one.component} ${one.mode}`} style={look.line} wrap={false}>
              <Text>{fault(one)}</Text>
            </View>
          ))}
        </>
      )}
      <Text style={look.h2}>{t("record.signature")}</Text>
      {document.signature === undefined ? (
        <Text>{t("record.erased")}</Text>
      ) : document.signature.kind === "typed" ? (
        <Text>{t("record.typed", { name: document.signature.name })}</Text>
      ) : (
        <Svg viewBox="0 0 620 112" style={{ height: 56, width: 310 }}>
          <Path d={document.signature.path} stroke={ink} strokeWidth={2} fill="none" />
        </Svg>
      )}
      <Text style={s.box}>{t("decide.authority")}</Text>
      <Text style={look.h2}>{t("record.all")}</Text>
      {words.erased === undefined ? null : <Text>{words.erased}</Text>}
      {stretches.map((stretch, i) => (
        <View key={`${stretch.stop} ${stretch.fromMs}`}>
          <View style={s.stop} minPresenceAhead={30}>
            <Text style={{ flex: 1 }}>{`${i + 1}. ${t(`stop.${stretch.stop}`)}`}</Text>
            <Text style={{ fontWeight: 400 }}>{span(stretch)}</Text>
          </View>
          {stretch.given.map((event) => {
            const finding = findings.get(event.id);
            const { what, how } = line(event, reduction);
            return (
              <View key={event.id} style={look.line} wrap={false}>
                <View style={{ flex: 1 }}>
                  <Text>{what}</Text>
                  {how === "" ? null : <Text style={look.small}>{how}</Text>}
                </View>
                <Text
                  style={{ width: 92, textAlign: "right", fontWeight: finding === undefined ? 400 : 700 }}
                >
                  {t(`grade.${gradeOfGiven(event, finding)}`)}
                </Text>
              </View>
            );
          })}
        </View>
      ))}
    </Pages>
  );
}

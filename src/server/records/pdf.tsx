import {
  Document,
  Image,
  Page,
  Path,
  renderToBuffer,
  StyleSheet,
  Svg,
  Text,
  View,
} from "@react-pdf/renderer";
import QRCode from "qrcode";
import { gradeOfGiven, lastGiven } from "@/core/grade/answers";
import type { Fault } from "@/core/machine/faults";
import { byStop } from "@/core/record/by-stop";
import type { EventOf } from "@/core/record/events";
import { type Given, reduce } from "@/core/record/reduce";
import { registerFace } from "./face";
import type { SealedRecord } from "./read";

/** The words of the record, translated by the caller. */
export interface PdfWords {
  readonly t: (key: string, values?: Record<string, string | number>) => string;
  readonly title: (key: string) => string;
  readonly fault: (fault: Fault) => string;
  /** What was said of a thing that was open before. */
  readonly matter: (event: EventOf<"matter">) => string;
  /** A check as it stands under its stop: what was read, against which limit, and who gave it where more were on it. */
  readonly line: (given: Given) => string;
  /** Day, and hours and minutes, on the site's clock. */
  readonly day: (ms: number) => string;
  readonly time: (ms: number) => string;
}

const ink = "#1d2436";
const s = StyleSheet.create({
  page: { fontFamily: "Atkinson", fontSize: 9.5, color: ink, padding: 36, paddingBottom: 54 },
  row: { flexDirection: "row" },
  plate: {
    borderWidth: 2,
    borderColor: ink,
    fontSize: 20,
    fontWeight: 700,
    paddingHorizontal: 8,
    paddingVertical: 2,
    alignSelf: "flex-start",
  },
  outcome: { fontSize: 22, fontWeight: 700, marginTop: 12 },
  small: { color: "#454c5e", marginTop: 3 },
  h2: { fontSize: 12, fontWeight: 700, marginTop: 14, marginBottom: 3 },
  h3: { fontWeight: 700, marginTop: 8 },
  line: { flexDirection: "row", borderBottomWidth: 0.5, borderColor: "#c9c6ba", paddingVertical: 2.5 },
  stop: {
    flexDirection: "row",
    borderBottomWidth: 1.5,
    borderColor: ink,
    fontWeight: 700,
    marginTop: 8,
  },
  box: { borderWidth: 1.5, borderColor: ink, padding: 7, marginTop: 12 },
  foot: {
    position: "absolute",
    bottom: 24,
    left: 36,
    right: 36,
    flexDirection: "row",
    justifyContent: "space-between",
    color: "#454c5e",
    fontSize: 8,
  },
});

/**
 * The record as an A4 PDF. Its code opens the record's verification at `verifyUrl`.
 *
 * @param left what the walk left unproven; undefined where that cannot be worked out any more
 */
export async function recordPdf(
  record: SealedRecord,
  verifyUrl: string,
  left: readonly Fault[] | undefined,
  { t, title, fault, matter, line, day, time }: PdfWords,
): Promise<Buffer> {
  registerFace();
  const { document } = record;
  const code = await QRCode.toDataURL(verifyUrl, { margin: 0, width: 300, errorCorrectionLevel: "M" });
  const findings = new Map(document.findings.map((f) => [f.eventId, f]));
  const matters = [...reduce(document.events).matters.values()];
  const stretches = byStop(lastGiven(document.events));
  const at = day(record.recordedAt.getTime());
  return renderToBuffer(
    <Document title={`${record.plate} ${at}`} author="Rook Step">
      <Page size="A4" style={s.page}>
        <View style={[s.row, { justifyContent: "space-between" }]}>
          <View style={{ flex: 1, paddingRight: 16 }}>
            <Text style={s.plate}>{record.plate}</Text>
            <Text style={s.outcome}>{t(`outcome.${document.outcome}`)}</Text>
            <Text
              style={s.small}
            >{`${t(`record.scope.${document.scope.kind}`)}. ${t(`family.${record.family}`)}, ${record.serial}`}</Text>
            <Text
              style={s.small}
            >{`${at} ${time(record.recordedAt.getTime())}, ${t("record.by", { name: `${record.signer} (${record.badge})` })}`}</Text>
            {document.reasons.map((r) => (
              <Text key={r.reason} style={s.small}>
                {t(`reason.${r.reason}`, { detail: r.detail })}
              </Text>
            ))}
          </View>
          <View style={{ width: 100 }}>
            <Image src={code} style={{ width: 100, height: 100 }} />
            <Text style={[s.small, { textAlign: "center" }]}>{t("record.verify")}</Text>
          </View>
        </View>
        <Text style={s.h2}>{t("decide.findings")}</Text>
        {document.findings.length === 0 ? <Text>{t("decide.none")}</Text> : null}
        {document.findings.map((f) => (
          <View key={f.eventId} style={s.line} wrap={false}>
            <Text
              style={{ flex: 1 }}
            >{`${title(f.check)}: ${t(`condition.${f.condition}`).toLowerCase()}. ${t(`rule.${f.rule}`)}${f.note === undefined ? "" : `. “${f.note}”`}`}</Text>
            <Text style={{ width: 70, textAlign: "right", fontWeight: 700 }}>
              {t(`grade.${f.place ? "place" : f.grade}`)}
            </Text>
          </View>
        ))}
        {matters.length === 0 ? null : <Text style={s.h3}>{t("matter.title")}</Text>}
        {matters.map((one) => (
          <View key={one.id} style={s.line} wrap={false}>
            <Text>{matter(one)}</Text>
          </View>
        ))}
        {left === undefined ? null : (
          <>
            <Text style={s.h2}>{t("proof.leftUnproven")}</Text>
            <Text>{t(left.length === 0 ? "proof.recordNone" : "proof.notMade")}</Text>
            {left.map((one) => (
              <View key={`${one.component} ${one.mode}`} style={s.line} wrap={false}>
                <Text>{fault(one)}</Text>
              </View>
            ))}
          </>
        )}
        <Text style={s.h2}>{t("record.signature")}</Text>
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
        <Text style={s.h2}>{t("record.all")}</Text>
        {stretches.map(({ stop, given, fromMs, toMs }) => (
          <View key={`${stop} ${given[0]?.id}`}>
            <View style={s.stop} minPresenceAhead={30}>
              <Text style={{ flex: 1 }}>{t(`stop.${stop}`)}</Text>
              <Text style={{ fontWeight: 400 }}>{[...new Set([time(fromMs), time(toMs)])].join(" – ")}</Text>
            </View>
            {given.map((event) => {
              const finding = findings.get(event.id);
              return (
                <View key={event.id} style={s.line} wrap={false}>
                  <Text style={{ flex: 1 }}>{line(event)}</Text>
                  <Text
                    style={{ width: 70, textAlign: "right", fontWeight: finding === undefined ? 400 : 700 }}
                  >
                    {t(`grade.${gradeOfGiven(event, finding)}`)}
                  </Text>
                </View>
              );
            })}
          </View>
        ))}
        <View style={s.foot} fixed>
          <Text>{`${t("record.entry", { position: record.position })}  ${record.hash}`}</Text>
          <Text render={({ pageNumber, totalPages }) => `${pageNumber}/${totalPages}`} />
        </View>
      </Page>
    </Document>,
  );
}

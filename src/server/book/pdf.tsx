import { Document, Page, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import type { Book, BookAction, BookFault, BookUpkeep, Hand } from "@/contract/book";
import { registerFace } from "@/server/records/face";

const ink = "#1d2436";
const s = StyleSheet.create({
  page: { fontFamily: "Atkinson", fontSize: 9, color: ink, padding: 36, paddingBottom: 54 },
  head: { flexDirection: "row", alignItems: "center" },
  plate: {
    borderWidth: 2,
    borderColor: ink,
    fontSize: 20,
    fontWeight: 700,
    paddingHorizontal: 8,
    paddingVertical: 2,
    marginRight: 14,
  },
  title: { fontSize: 16, fontWeight: 700 },
  small: { color: "#454c5e", marginTop: 2 },
  h2: { fontSize: 12, fontWeight: 700, marginTop: 16, marginBottom: 3 },
  line: { flexDirection: "row", borderBottomWidth: 0.5, borderColor: "#c9c6ba", paddingVertical: 2.5 },
  left: { flex: 1, paddingRight: 10 },
  right: { width: 130 },
  sign: { flexDirection: "row", alignItems: "flex-end", marginTop: 8, height: 16 },
  signLine: { borderBottomWidth: 1, borderColor: ink, width: 200, marginLeft: 8 },
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

/** The words of a book, translated by the caller. */
export interface BookWords {
  readonly t: (key: string, values?: Record<string, string | number>) => string;
  readonly hand: (hand: Hand) => string;
  readonly fault: (fault: BookFault) => string;
  readonly action: (action: BookAction) => string;
  /** The owner's signature; empty where it is not there. */
  readonly signed: (fault: BookFault) => string;
  readonly upkeep: (one: BookUpkeep) => { readonly day: string; readonly what: string; readonly by: string };
}

/** The unit a book is of. */
export interface BookHead {
  readonly plate: string;
  readonly title: string;
  /** Family and serial number, and the site. */
  readonly lines: readonly string[];
  readonly year: number;
  /** A fault the owner has not signed for is said to be so, with room to sign on paper. */
  readonly asked: boolean;
}

/** A year of a unit's log-book in its three parts, as A4 pages. */
export async function bookPdf(book: Book, head: BookHead, words: BookWords): Promise<Buffer> {
  registerFace();
  const { t, hand, fault: found, action: acted, signed: signedBy, upkeep } = words;
  const none = <Text style={s.small}>{t("book.none", { year: `${head.year}` })}</Text>;
  return renderToBuffer(
    <Document title={head.title} author="Rook Step">
      <Page size="A4" style={s.page}>
        <View style={s.head}>
          <Text style={s.plate}>{head.plate}</Text>
          <View>
            <Text style={s.title}>{head.title}</Text>
            {head.lines.map((line) => (
              <Text key={line} style={s.small}>
                {line}
              </Text>
            ))}
          </View>
        </View>
        <Text style={s.h2}>{t("book.checks")}</Text>
        {book.checks.length === 0 ? none : null}
        {book.checks.map((check) => (
          <View key={check.inspectionId} style={s.line} wrap={false}>
            <Text style={s.left}>{hand(check)}</Text>
            <Text style={s.left}>{t(`record.scope.${check.scope}`)}</Text>
            <Text style={[s.right, { fontWeight: check.outcome === "tagged_out" ? 700 : 400 }]}>
              {t(`outcome.${check.outcome}`)}
            </Text>
          </View>
        ))}
        <Text style={s.h2}>{t("book.faults")}</Text>
        {book.faults.length === 0 ? none : null}
        {book.faults.map((fault) => {
          const signed = signedBy(fault);
          const by = t("book.found", { by: hand(fault.found) });
          const tag = fault.tag === null ? "" : `. ${t("book.tag", { number: fault.tag })}`;
          return (
            <View key={fault.id} style={s.line} wrap={false}>
              <View style={s.left}>
                <Text style={{ fontWeight: 700, textDecoration: fault.slip ? "line-through" : "none" }}>
                  {found(fault)}
                </Text>
                <Text style={s.small}>{`${by}${tag}`}</Text>
                {fault.actions.map((action) => (
                  <Text key={`${action.kind} ${action.atMs}`}>{acted(action)}</Text>
                ))}
                {signed === "" ? null : <Text>{signed}</Text>}
                {signed === "" && head.asked ? (
                  <View style={s.sign}>
                    <Text style={{ fontWeight: 700 }}>{t("book.toSign")}</Text>
                    <View style={s.signLine} />
                  </View>
                ) : null}
              </View>
              <Text style={s.right}>
                {t(`grade.${"grade" in fault.what ? fault.what.grade : "tag_out"}`)}
              </Text>
            </View>
          );
        })}
        <Text style={s.h2}>{t("book.upkeep")}</Text>
        {book.upkeep.length === 0 ? none : null}
        {book.upkeep.map((one) => {
          const { day, what, by } = upkeep(one);
          return (
            <View key={`${one.kind} ${one.atMs} ${what}`} style={s.line} wrap={false}>
              <Text style={s.left}>{`${day}  ${what}`}</Text>
              <Text style={s.left}>{by}</Text>
            </View>
          );
        })}
        <View style={s.foot} fixed>
          <Text>{head.title}</Text>
          <Text render={({ pageNumber, totalPages }) => `${pageNumber}/${totalPages}`} />
        </View>
      </Page>
    </Document>,
  );
}

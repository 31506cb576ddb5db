import { Document, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import type { Book, BookAction, BookFault, BookUpkeep, WhoWhen } from "@/contract/book";
import { registerFace } from "@/server/print/face";
import { ink, look, Pages } from "@/server/print/printed";

const s = StyleSheet.create({
  head: { flexDirection: "row", alignItems: "center" },
  title: { fontSize: 16, fontWeight: 700 },
  left: { flex: 1, paddingRight: 10 },
  right: { width: 130 },
  sign: { flexDirection: "row", alignItems: "flex-end", marginTop: 8, height: 16 },
  signLine: { borderBottomWidth: 1, borderColor: ink, width: 200, marginLeft: 8 },
});

/** The words of a book, translated by the caller. */
export interface BookWords {
  readonly t: (key: string, values?: Record<string, string | number>) => string;
  readonly who: (one: WhoWhen) => string;
  readonly fault: (fault: BookFault) => string;
  readonly action: (action: BookAction) => string;
  /** The owner's signature; empty where it is not there. */
  readonly signed: (fault: BookFault) => string;
  /** What was done in the year and is not in this app's own records, and where it is from. */
  readonly past: readonly { readonly what: string; readonly from: string }[];
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
  const { t, who, fault: found, action: acted, signed: signedBy, upkeep, past } = words;
  const none = <Text style={look.small}>{t("book.none", { year: `${head.year}` })}</Text>;
  return renderToBuffer(
    <Document title={head.title} author="Rook Step">
      <Pages foot={head.title}>
        <View style={s.head}>
          <Text style={[look.plate, { marginRight: 14 }]}>{head.plate}</Text>
          <View>
            <Text style={s.title}>{head.title}</Text>
            {head.lines.map((line) => (
              <Text key={line} style={look.small}>
                {line}
              </Text>
            ))}
          </View>
        </View>
        <Text style={look.h2}>{t("book.checks")}</Text>
        {book.checks.length === 0 ? none : null}
        {book.checks.map((check) => (
          <View key={check.inspectionId} style={look.line} wrap={false}>
            <Text style={s.left}>{who(check)}</Text>
            <Text style={s.left}>{t(`record.scope.${check.scope}`)}</Text>
            <Text style={[s.right, { fontWeight: check.outcome === "tagged_out" ? 700 : 400 }]}>
              {t(`outcome.${check.outcome}`)}
            </Text>
          </View>
        ))}
        <Text style={look.h2}>{t("book.faults")}</Text>
        {book.faults.length === 0 ? none : null}
        {book.faults.map((fault) => {
          const signed = signedBy(fault);
          const by = t("book.found", { by: who(fault.found) });
          const tag = fault.tag === null ? "" : `. ${t("book.tag", { number: fault.tag })}`;
          return (
            <View key={fault.id} style={look.line} wrap={false}>
              <View style={s.left}>
                <Text style={{ fontWeight: 700, textDecoration: fault.slip ? "line-through" : "none" }}>
                  {found(fault)}
                </Text>
                <Text style={look.small}>{`${by}${tag}`}</Text>
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
        <Text style={look.h2}>{t("book.upkeep")}</Text>
        {book.upkeep.length === 0 ? none : null}
        {book.upkeep.map((one) => {
          const { day, what, by } = upkeep(one);
          return (
            <View key={`${one.kind} ${one.atMs} ${what}`} style={look.line} wrap={false}>
              <Text style={s.left}>{`${day}  ${what}`}</Text>
              <Text style={s.left}>{by}</Text>
            </View>
          );
        })}
        {past.length === 0 ? null : <Text style={look.h2}>{t("past.title")}</Text>}
        {past.map(({ what, from }) => (
          <View key={what} style={look.line} wrap={false}>
            <Text style={s.left}>{what}</Text>
            <Text style={s.left}>{from}</Text>
          </View>
        ))}
      </Pages>
    </Document>,
  );
}

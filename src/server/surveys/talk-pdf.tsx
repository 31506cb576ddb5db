import { Document, Image, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import QRCode from "qrcode";
import { registerFace } from "@/server/print/face";
import { ink, look, Pages } from "@/server/print/printed";

const s = StyleSheet.create({
  head: { flexDirection: "row", justifyContent: "space-between", alignItems: "flex-start" },
  title: { fontSize: 20, fontWeight: 700, marginTop: 8 },
  state: { fontSize: 12, fontWeight: 700, marginTop: 4 },
  code: { width: 92, height: 92 },
  box: { borderWidth: 2, borderColor: ink, padding: 7, marginTop: 10 },
  item: { flexDirection: "row", marginTop: 2.5, fontSize: 11 },
  mark: { width: 16 },
  sign: {
    flexDirection: "row",
    borderBottomWidth: 0.7,
    borderColor: ink,
    height: 24,
    alignItems: "flex-end",
  },
});

export interface TalkToPrint {
  readonly plate: string;
  readonly title: string;
  readonly state?: string;
  readonly made?: string;
  readonly parts: readonly {
    readonly title: string;
    readonly lines: readonly string[];
    readonly boxed: boolean;
    readonly numbered: boolean;
  }[];
  /** Who was there; left out where nobody signs. */
  readonly present?: { readonly title: string; readonly signed: readonly string[] };
  readonly codeSays: string;
  readonly url: string;
  readonly manual: string;
}

/** Lines left for those who sign on paper. */
const emptyLines = 8;

/** The pre-start talk as a page for the crew: what is kept to, the rescue, who was there, and the code of the card. */
export async function talkPdf(talk: TalkToPrint): Promise<Buffer> {
  registerFace();
  const code = await QRCode.toDataURL(talk.url, { margin: 1, width: 400 });
  return renderToBuffer(
    <Document title={`${talk.plate} ${talk.title}`}>
      <Pages foot={`${talk.plate}. ${talk.manual}`}>
        <View style={s.head}>
          <View>
            <Text style={look.plate}>{talk.plate}</Text>
            <Text style={s.title}>{talk.title}</Text>
            {talk.state === undefined ? null : <Text style={s.state}>{talk.state}</Text>}
            {talk.made === undefined ? null : <Text style={look.small}>{talk.made}</Text>}
          </View>
          <View>
            <Image src={code} style={s.code} />
            <Text style={look.small}>{talk.codeSays}</Text>
          </View>
        </View>
        {talk.parts.map(({ title, lines, boxed, numbered }) => (
          <View key={title} style={boxed ? s.box : {}} wrap={false}>
            <Text style={look.h2}>{title}</Text>
            {lines.map((line, i) => (
              <View key={line} style={s.item}>
                <Text style={s.mark}>{numbered ? `${i + 1}.` : "▪"}</Text>
                <Text style={{ flex: 1 }}>{line}</Text>
              </View>
            ))}
          </View>
        ))}
        {talk.present === undefined ? null : (
          <View wrap={false}>
            <Text style={look.h2}>{talk.present.title}</Text>
            {[...talk.present.signed, ...Array.from({ length: emptyLines }, () => "")].map((name, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: lines of a page that never changes
              <View key={i} style={s.sign}>
                <Text>{name}</Text>
              </View>
            ))}
          </View>
        )}
      </Pages>
    </Document>,
  );
}

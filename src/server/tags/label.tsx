import { Document, Image, Page, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import QRCode from "qrcode";
import { registerFace } from "@/server/print/face";
import { ink } from "@/server/print/printed";

/** Millimetres as the points a PDF counts in. */
const mm = (of: number) => (of * 72) / 25.4;

const s = StyleSheet.create({
  page: { fontFamily: "Atkinson", color: ink, padding: mm(4), flexDirection: "row" },
  words: { flex: 1, paddingRight: mm(3) },
  do: { fontSize: 17, fontWeight: 700, borderWidth: 2.5, borderColor: ink, padding: 3, textAlign: "center" },
  number: { fontSize: 30, fontWeight: 700, lineHeight: 1.1, marginTop: 3 },
  reason: { fontSize: 10.5, fontWeight: 700, maxLines: 3, textOverflow: "ellipsis" },
  small: { fontSize: 8.5, marginTop: 2 },
});

/** What hangs on a machine that is tagged out. */
export interface TagLabel {
  readonly number: string;
  readonly plate: string;
  readonly doNotUse: string;
  readonly reason: string;
  readonly since: string;
  readonly foot: string;
  /** What the code leads to: the tag. */
  readonly url: string;
}

/** A label of 100 by 70 mm: the tag's number, its unit, why, and a code any tablet reads. */
export async function tagLabelPdf(label: TagLabel): Promise<Buffer> {
  registerFace();
  const code = await QRCode.toDataURL(label.url, { margin: 1, width: 400, errorCorrectionLevel: "M" });
  return renderToBuffer(
    <Document title={`${label.number} ${label.plate}`}>
      <Page size={[mm(100), mm(70)]} style={s.page}>
        <View style={s.words}>
          <Text style={s.do}>{label.doNotUse}</Text>
          <Text style={s.number}>{label.number}</Text>
          <Text style={s.number}>{label.plate}</Text>
          <Text style={s.reason}>{label.reason}</Text>
          <Text style={s.small}>{label.since}</Text>
          <Text style={s.small}>{label.foot}</Text>
        </View>
        <Image src={code} style={{ width: mm(36), height: mm(36) }} />
      </Page>
    </Document>,
  );
}

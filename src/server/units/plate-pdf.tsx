import { Document, Image, Page, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import QRCode from "qrcode";
import { registerFace } from "@/server/print/face";
import { ink } from "@/server/print/printed";

const s = StyleSheet.create({
  page: { fontFamily: "Atkinson", color: ink, padding: 36 },
  label: {
    flexDirection: "row",
    borderWidth: 3,
    borderColor: ink,
    padding: 14,
    marginBottom: 24,
    alignItems: "center",
  },
  plate: { fontSize: 64, fontWeight: 700, lineHeight: 1 },
  text: { fontSize: 13, marginTop: 4 },
});

/** What a unit's label says: its plate, its code, and the words beside them. */
export interface PlateLabel {
  readonly plate: string;
  readonly lines: readonly string[];
  /** What the code leads to. */
  readonly url: string;
}

/** A page with a unit's label twice: one for the machine, one for its documents box. */
export async function platePdf({ plate, lines, url }: PlateLabel): Promise<Buffer> {
  registerFace();
  const code = await QRCode.toDataURL(url, { margin: 2, width: 600, errorCorrectionLevel: "M" });
  return renderToBuffer(
    <Document title={plate}>
      <Page size="A4" style={s.page}>
        {[1, 2].map((one) => (
          <View key={one} style={s.label}>
            <Image src={code} style={{ width: 190, height: 190, marginRight: 20 }} />
            <View>
              <Text style={s.plate}>{plate}</Text>
              {lines.map((line) => (
                <Text key={line} style={s.text}>
                  {line}
                </Text>
              ))}
            </View>
          </View>
        ))}
      </Page>
    </Document>,
  );
}

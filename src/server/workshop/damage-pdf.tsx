import { Document, Image, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import QRCode from "qrcode";
import { registerFace } from "@/server/print/face";
import { ink, look, Pages } from "@/server/print/printed";

const s = StyleSheet.create({
  head: { flexDirection: "row", justifyContent: "space-between" },
  title: { fontSize: 20, fontWeight: 700, marginTop: 6 },
  row: { borderTopWidth: 1.5, borderColor: ink, paddingTop: 5, marginTop: 8 },
  name: { fontSize: 12, fontWeight: 700 },
  pair: { flexDirection: "row", gap: 10, marginTop: 3 },
  side: { flex: 1 },
  picture: { width: "100%", maxHeight: 150, objectFit: "contain", marginTop: 3 },
});

export interface PrintedSide {
  readonly title: string;
  readonly lines: readonly string[];
  readonly pictures: readonly Buffer[];
}

export interface DamageToPrint {
  readonly plate: string;
  readonly title: string;
  readonly lines: readonly string[];
  readonly rows: readonly {
    readonly name: string;
    readonly became: string;
    readonly sides: readonly PrintedSide[];
  }[];
  readonly hadTitle: string;
  readonly had: readonly string[];
  /** What its code leads to, and what that shows. */
  readonly verifyUrl: string;
  readonly verify: string;
  readonly foot: string;
}

/** A sealed page of damage: place by place, pictures of before and after side by side, who had the unit, and its code. */
export async function damagePdf(page: DamageToPrint): Promise<Buffer> {
  registerFace();
  const code = await QRCode.toDataURL(page.verifyUrl, { margin: 0, width: 300, errorCorrectionLevel: "M" });
  return renderToBuffer(
    <Document title={`${page.plate} ${page.title}`}>
      <Pages foot={page.foot}>
        <View style={s.head}>
          <View style={{ flex: 1, paddingRight: 12 }}>
            <Text style={look.plate}>{page.plate}</Text>
            <Text style={s.title}>{page.title}</Text>
            {page.lines.map((line) => (
              <Text key={line} style={look.small}>
                {line}
              </Text>
            ))}
          </View>
          <View style={{ width: 110 }}>
            <Image src={code} style={{ width: 84, height: 84 }} />
            <Text style={look.small}>{page.verify}</Text>
          </View>
        </View>
        {page.rows.map(({ name, became, sides }) => (
          <View key={name} style={s.row} wrap={false}>
            <Text style={s.name}>{name}</Text>
            <Text>{became}</Text>
            <View style={s.pair}>
              {sides.map(({ title, lines, pictures }) => (
                <View key={title} style={s.side}>
                  <Text style={{ fontWeight: 700 }}>{title}</Text>
                  {lines.map((line) => (
                    <Text key={line}>{line}</Text>
                  ))}
                  {pictures.map((bytes, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: pictures of one place have no other name here
                    <Image key={i} src={bytes} style={s.picture} />
                  ))}
                </View>
              ))}
            </View>
          </View>
        ))}
        <Text style={look.h2}>{page.hadTitle}</Text>
        {page.had.map((line) => (
          <Text key={line} style={look.line}>
            {line}
          </Text>
        ))}
      </Pages>
    </Document>,
  );
}

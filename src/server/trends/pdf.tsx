import { Document, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import { registerFace } from "@/server/print/face";
import { ink, look, Pages } from "@/server/print/printed";

const s = StyleSheet.create({
  title: { fontSize: 20, fontWeight: 700 },
  figures: { flexDirection: "row", gap: 8, marginTop: 10 },
  figure: { flex: 1, borderWidth: 1.5, borderColor: ink, padding: 6 },
  value: { fontSize: 18, fontWeight: 700 },
  row: { borderBottomWidth: 0.5, borderColor: "#c9c6ba", paddingVertical: 4, fontSize: 11 },
});

export interface MonthToPrint {
  readonly title: string;
  readonly figures: readonly { readonly name: string; readonly value: string }[];
  readonly parts: readonly { readonly title: string; readonly lines: readonly string[] }[];
  /** Said where a part has nothing. */
  readonly none: string;
  readonly foot: string;
}

/** A month of a yard on a page or two, for its owner. */
export async function monthPdf({ title, figures, parts, none, foot }: MonthToPrint): Promise<Buffer> {
  registerFace();
  return renderToBuffer(
    <Document title={title}>
      <Pages foot={foot}>
        <Text style={s.title}>{title}</Text>
        <View style={s.figures}>
          {figures.map(({ name, value }) => (
            <View key={name} style={s.figure}>
              <Text>{name}</Text>
              <Text style={s.value}>{value}</Text>
            </View>
          ))}
        </View>
        {parts.map(({ title: of, lines }) => (
          <View key={of}>
            <Text style={look.h2}>{of}</Text>
            {(lines.length === 0 ? [none] : lines).map((line) => (
              <Text key={line} style={s.row}>
                {line}
              </Text>
            ))}
          </View>
        ))}
      </Pages>
    </Document>,
  );
}

import { Document, Image, Page, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import QRCode from "qrcode";
import type { Plan } from "@/core/plan/types";
import { registerFace } from "@/server/print/face";
import { ink } from "@/server/print/printed";
import { fitted, heightOf, type PaperLine, type PaperWords, paperLines, toWrite } from "./paper-lines";

/** The unit a form is printed for, with the words of its head. */
export interface PaperHead {
  readonly plate: string;
  readonly model: string;
  readonly serial: string;
  readonly title: string;
  readonly made: string;
  readonly minutes: string;
  readonly carry: string;
  readonly code: string;
  readonly fields: readonly string[];
  readonly how: string;
  readonly wrong: string;
  readonly wrongFields: readonly string[];
  readonly outcomes: readonly string[];
  readonly signed: string;
  readonly authority: string;
}

const margin = 30;
const a4 = { width: 595.28, height: 841.89 };
const headHeight = 128;
const footHeight = 16;
const endHeight = 128;
const gap = 14;
const room = {
  width: a4.width - 2 * margin,
  firstHeight: a4.height - 2 * margin - headHeight - footHeight,
  nextHeight: a4.height - 2 * margin - footHeight,
  endHeight,
};

const s = StyleSheet.create({
  page: { fontFamily: "Atkinson", color: ink, padding: margin, fontSize: 9 },
  row: { flexDirection: "row" },
  plate: {
    borderWidth: 2,
    borderColor: ink,
    fontSize: 22,
    fontWeight: 700,
    paddingHorizontal: 8,
    alignSelf: "flex-start",
  },
  field: {
    flexGrow: 1,
    borderBottomWidth: 1,
    borderColor: ink,
    marginRight: 10,
    paddingBottom: 1,
    height: 24,
  },
  label: { fontSize: 7.5, color: "#454c5e" },
  foot: {
    position: "absolute",
    bottom: 16,
    left: margin,
    right: margin,
    flexDirection: "row",
    justifyContent: "space-between",
    fontSize: 7.5,
    color: "#454c5e",
  },
});

/** The walk of one unit as one or two A4 pages, in plan order, for a day when tablets fail. */
export async function paperPdf(
  plan: Plan,
  head: PaperHead,
  words: PaperWords,
  unitUrl: string,
): Promise<Buffer> {
  registerFace();
  const code = await QRCode.toDataURL(unitUrl, { margin: 0, width: 300, errorCorrectionLevel: "M" });
  const { size, columns, pages } = fitted(paperLines(plan, words), room);
  const columnWidth = (room.width - gap * (columns - 1)) / columns;
  return renderToBuffer(
    <Document title={`${head.plate} ${head.title}`} author="Rook Step">
      {pages.map((page, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: pages are numbered
        <Page key={index} size="A4" style={s.page} wrap={false}>
          {index === 0 ? <Head head={head} code={code} /> : null}
          <View style={[s.row, { flexGrow: 1 }]}>
            {page.map((column, c) => (
              <View
                // biome-ignore lint/suspicious/noArrayIndexKey: columns are numbered
                key={c}
                style={{ width: columnWidth, marginRight: c === columns - 1 ? 0 : gap, fontSize: size }}
              >
                {column.map((line, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: lines of a form are numbered
                  <Line key={i} line={line} size={size} width={columnWidth} />
                ))}
              </View>
            ))}
          </View>
          {index === pages.length - 1 ? <End head={head} /> : null}
          <View style={s.foot} fixed>
            <Text>{`${head.plate}  ${head.made}`}</Text>
            <Text>{`${index + 1}/${pages.length}`}</Text>
          </View>
        </Page>
      ))}
    </Document>,
  );
}

function Head({ head, code }: { head: PaperHead; code: string }) {
  return (
    <View style={[s.row, { height: headHeight }]}>
      <View style={{ flex: 1, paddingRight: 12 }}>
        <View style={[s.row, { alignItems: "center" }]}>
          <Text style={s.plate}>{head.plate}</Text>
          <View style={{ marginLeft: 10 }}>
            <Text style={{ fontSize: 12, fontWeight: 700 }}>{head.title}</Text>
            <Text style={s.label}>{`${head.model}, ${head.serial}. ${head.minutes}`}</Text>
          </View>
        </View>
        <Text style={{ marginTop: 5 }}>{head.carry}</Text>
        <Text style={{ marginTop: 2 }}>{head.how}</Text>
        <View style={[s.row, { marginTop: 7 }]}>
          {head.fields.map((field) => (
            <View key={field} style={s.field}>
              <Text style={s.label}>{field}</Text>
            </View>
          ))}
        </View>
      </View>
      <View style={{ width: 84 }}>
        <Image src={code} style={{ width: 84, height: 84 }} />
        <Text style={[s.label, { textAlign: "center", marginTop: 2 }]}>{head.code}</Text>
      </View>
    </View>
  );
}

/** Every line stands in a box as high as it was reckoned, so that what was fitted to a page stays on it. */
function Line({ line, size, width }: { line: PaperLine; size: number; width: number }) {
  const box = { height: heightOf(line, size, width) };
  if (line.kind === "stop") {
    return (
      <View style={[box, { justifyContent: "flex-end", paddingBottom: size * 0.2 }]}>
        <Text style={{ fontWeight: 700, borderBottomWidth: 1, borderColor: ink }}>{line.text}</Text>
      </View>
    );
  }
  if (line.kind === "change") {
    return (
      <View style={[s.row, box]}>
        <Text style={{ width: size * 1.2, fontWeight: 700 }}>›</Text>
        <Text style={{ flex: 1, fontWeight: 700 }}>{line.text}</Text>
      </View>
    );
  }
  return (
    <View style={[s.row, box]}>
      {line.boxes.length === 1 && line.boxes[0] === "" ? <Box size={size} /> : null}
      {line.reading === undefined ? (
        <Text style={{ flex: 1 }}>{line.text}</Text>
      ) : (
        <View style={[s.row, { flex: 1, flexWrap: "wrap" }]}>
          <Text>{line.text}</Text>
          <View
            style={{ width: size * toWrite * 0.42, marginHorizontal: size * 0.3, borderBottomWidth: 0.9 }}
          />
          <Text>{line.reading}</Text>
        </View>
      )}
      {line.boxes
        .filter((way) => way !== "")
        .map((way) => (
          <View key={way} style={[s.row, { marginLeft: size * 0.6 }]}>
            <Box size={size} />
            <Text>{way}</Text>
          </View>
        ))}
    </View>
  );
}

const Box = ({ size }: { size: number }) => (
  <View
    style={{
      width: size * 0.85,
      height: size * 0.85,
      borderWidth: 0.9,
      borderColor: ink,
      marginRight: size * 0.4,
      marginTop: size * 0.15,
    }}
  />
);

function End({ head }: { head: PaperHead }) {
  return (
    <View style={{ height: endHeight }}>
      <Text style={{ fontWeight: 700, marginBottom: 2 }}>{head.wrong}</Text>
      {[0, 1, 2].map((row) => (
        <View key={row} style={s.row}>
          {head.wrongFields.map((field, i) => (
            <View key={field} style={[s.field, { height: 18, flexGrow: i === 1 ? 3 : 1 }]}>
              {row === 0 ? <Text style={s.label}>{field}</Text> : null}
            </View>
          ))}
        </View>
      ))}
      <View style={[s.row, { marginTop: 7, alignItems: "center" }]}>
        {head.outcomes.map((outcome) => (
          <View key={outcome} style={[s.row, { marginRight: 12 }]}>
            <Box size={10} />
            <Text>{outcome}</Text>
          </View>
        ))}
        <View style={[s.field, { marginRight: 0 }]}>
          <Text style={s.label}>{head.signed}</Text>
        </View>
      </View>
      <Text style={[s.label, { marginTop: 4 }]}>{head.authority}</Text>
    </View>
  );
}

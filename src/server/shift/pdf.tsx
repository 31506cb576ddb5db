import { Document, renderToBuffer, StyleSheet, Text, View } from "@react-pdf/renderer";
import { registerFace } from "@/server/print/face";
import { ink, look, Pages } from "@/server/print/printed";

const s = StyleSheet.create({
  title: { fontSize: 20, fontWeight: 700 },
  name: { fontSize: 13, fontWeight: 700, marginTop: 10, marginBottom: 2 },
  row: {
    ...{ flexDirection: "row", alignItems: "center", borderBottomWidth: 0.5, borderColor: "#c9c6ba" },
    ...{ paddingVertical: 4, fontSize: 11 },
  },
  // Ticked with a pen once it is done.
  square: { width: 11, height: 11, borderWidth: 1.5, borderColor: ink, marginRight: 8 },
  time: { width: 92 },
  plate: { width: 66, fontWeight: 700 },
  rest: { flex: 1 },
});

export interface ShiftToPrint {
  readonly title: string;
  readonly asOf: string;
  /** Each person's work in its order. */
  readonly people: readonly {
    readonly name: string;
    readonly walks: readonly { readonly time: string; readonly plate: string; readonly rest: string }[];
  }[];
  readonly crewsTitle: string;
  /** Each crew's unit, and when it has it. */
  readonly crews: readonly { readonly time: string; readonly plate: string; readonly rest: string }[];
  readonly foot: string;
}

/** A shift's plan as a page for the wall: who inspects what in which order, and which crew has which unit when. */
export async function shiftPdf(shift: ShiftToPrint): Promise<Buffer> {
  registerFace();
  const row = ({ time, plate, rest }: ShiftToPrint["crews"][number]) => (
    <View key={`${plate} ${rest}`} style={s.row} wrap={false}>
      <View style={s.square} />
      <Text style={s.time}>{time}</Text>
      <Text style={s.plate}>{plate}</Text>
      <Text style={s.rest}>{rest}</Text>
    </View>
  );
  return renderToBuffer(
    <Document title={shift.title}>
      <Pages foot={shift.foot}>
        <Text style={s.title}>{shift.title}</Text>
        <Text style={look.small}>{shift.asOf}</Text>
        {shift.people.map(({ name, walks }) => (
          <View key={name}>
            <Text style={s.name}>{name}</Text>
            {walks.map(row)}
          </View>
        ))}
        <Text style={look.h2}>{shift.crewsTitle}</Text>
        {shift.crews.map(row)}
      </Pages>
    </Document>,
  );
}

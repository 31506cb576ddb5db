import { Page, StyleSheet, Text, View } from "@react-pdf/renderer";
import type { ReactNode } from "react";

export const ink = "#1d2436";

/** How what is printed as a record looks. */
export const look = StyleSheet.create({
  page: { fontFamily: "Atkinson", fontSize: 9.5, color: ink, padding: 36, paddingBottom: 54 },
  plate: {
    borderWidth: 2,
    borderColor: ink,
    fontSize: 20,
    fontWeight: 700,
    paddingHorizontal: 8,
    paddingVertical: 2,
    alignSelf: "flex-start",
  },
  small: { color: "#454c5e", marginTop: 3 },
  h2: { fontSize: 12, fontWeight: 700, marginTop: 14, marginBottom: 3 },
  line: { flexDirection: "row", borderBottomWidth: 0.5, borderColor: "#c9c6ba", paddingVertical: 2.5 },
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

/** Pages with what they are of and their number at the foot of each. */
export const Pages = ({ foot, children }: { foot: string; children: ReactNode }) => (
  <Page size="A4" style={look.page}>
    {children}
    <View style={look.foot} fixed>
      <Text>{foot}</Text>
      <Text render={({ pageNumber, totalPages }) => `${pageNumber}/${totalPages}`} />
    </View>
  </Page>
);

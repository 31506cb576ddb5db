import { act } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { type ReportRow, Reports } from "@/screens/tagged/reports";
import { alerted, asked, button, enter, press, router, screen, serverSays, show, type } from "./show";
import { startMs } from "./walk";

const report: ReportRow = {
  id: "r-1",
  name: "R-1",
  kind: "unreadable",
  plate: "LM-07",
  problem: "expected a batch of events",
  raw: "{ half",
  by: "J. Wren",
  own: false,
  receivedAtMs: startMs,
};
const units = [
  { id: "u-1", plate: "LM-01" },
  { id: "u-2", plate: "LM-02" },
];
const list = (more: Partial<ReportRow> = {}, mayLook = true) =>
  show(<Reports reports={[{ ...report, ...more }]} units={units} mayLook={mayLook} zone="+01:00" />);
const says = "What was in it, and what was done";
const settle = () => act(async () => {});

describe("reports that hold a unit", () => {
  it("show what came as it came, also where it looks like markup", () => {
    list({ raw: "<b>{ half</b>" });
    expect(screen.getByText("<b>{ half</b>")).toBeTruthy();
    expect(screen.getByText("LM-07")).toBeTruthy();
  });

  it("are settled by somebody who says what was in them", async () => {
    serverSays([200, {}]);
    list();
    expect(button("I have looked").disabled).toBe(true);
    type(says, "   ");
    enter(says);
    expect(asked).toEqual([]);
    type(says, "A cracked weld, tagged by hand");
    press("I have looked");
    await settle();
    expect(asked).toMatchObject([
      { path: "/api/reports/r-1/look", body: { says: "A cracked weld, tagged by hand" } },
    ]);
    expect(router.refresh).toHaveBeenCalled();
  });

  it("are not settled by their sender, nor by whoever may only read", () => {
    list({ own: true });
    expect(screen.getByText("You sent this one: somebody else looks at it.")).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
    list({}, false);
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("for a plate nobody knows ask which unit is meant, of their sender too", async () => {
    serverSays([200, {}]);
    list({ kind: "unmatched_tag", plate: null, own: true });
    expect(button("Tag that unit out").disabled).toBe(true);
    type("It means unit", "u-2");
    press("Tag that unit out");
    await settle();
    expect(asked).toMatchObject([{ path: "/api/reports/r-1/match", body: { unitId: "u-2" } }]);
  });

  it("that are refused stay, with why", async () => {
    serverSays([409, { detail: "somebody has looked at this one already" }]);
    list();
    type(says, "Nothing to do");
    press("I have looked");
    await settle();
    expect(alerted()).toEqual(["somebody has looked at this one already"]);
    expect(router.refresh).not.toHaveBeenCalled();
  });
});

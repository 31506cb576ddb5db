import { describe, expect, it } from "vitest";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import { buildMachine } from "../machine/machine";
import type { Sheet } from "../sheet/sheet";
import { seeded } from "../vocabulary/seeded";
import { shownAtRandom } from "./at-random";
import { type Failed, faultName, type Subject, subjectOf } from "./faults";
import { unseenWhy } from "./unseen";
import { visibleOf } from "./visible";

const unseenOf = ({ machine, failed }: Subject) =>
  failed.filter((one) => one.fault.mode !== "intermittent" && unseenWhy(machine, one) !== undefined);
const subject = (id: DemoSheetId) => subjectOf(demoSheets[id]);
const names = (shown: readonly { readonly failed: Failed }[]) =>
  shown.map(({ failed }) => faultName(failed.fault));

describe("a fault said to show in no walk", () => {
  // Ten thousand sequences on every sheet: `npm run bench -- unseen`.
  it.each(["dunmarrow-s24", "pellbridge-v14", "sorrel-p9e"] as const)(
    "does not show either when %s is worked at random, as far as anybody may",
    (id) => expect(names(shownAtRandom(subject(id), unseenOf(subject(id)), 40, seeded(11)))).toEqual([]),
  );

  it("would be given away so, were it argued wrongly", () => {
    const wrongly = ["sensor.disconnect_off dead", "sensor.tilt_refuses_drive dead", "stop.ground dead"];
    const all = subject("dunmarrow-s24");
    const failed = all.failed.filter(({ fault }) => wrongly.includes(faultName(fault)));
    expect(names(shownAtRandom(all, failed, 300, seeded(3))).sort()).toEqual(wrongly);
  });

  it("has a reason for one mode of a part and none for another", () => {
    const { machine, failed } = subject("dunmarrow-s24");
    const why = (name: string) =>
      unseenWhy(machine, failed.find(({ fault }) => faultName(fault) === name) as Failed)?.why;
    expect(why("sensor.overload dead")).toBe("maker_procedure");
    expect(why("sensor.prop_set dead")).toBe("never_used");
    // Stuck, each of them holds back what must move.
    expect(why("sensor.overload stuck_on")).toBeUndefined();
    expect(why("sensor.prop_set stuck_on")).toBeUndefined();
    // On the block its lamp stays dark.
    expect(why("sensor.tilt_refuses_lift dead")).toBeUndefined();
  });

  const fitted = { fit: "fitted", manualPage: "12", enteredBy: "a", confirmedBy: "b" } as const;
  const stopsWhereItWouldSlow: Sheet = {
    ...demoSheets["dunmarrow-s24"],
    features: {
      ...demoSheets["dunmarrow-s24"].features,
      drive_cut_back: fitted,
      drive_cut_out: fitted,
    },
    figures: {
      ...demoSheets["dunmarrow-s24"].figures,
      drive_cut_back_above: { value: 2, page: "12" },
      drive_cut_out_above: { value: 2, page: "12" },
    },
  };

  it("shows once the other is failed as well, where it is hidden behind another", () => {
    const { machine, failed } = subjectOf(stopsWhereItWouldSlow);
    const hidden = failed.filter((one) => unseenWhy(machine, one)?.why === "redundant_with");
    expect(hidden.map(({ fault }) => faultName(fault))).toEqual(["sensor.drive_cut_back dead"]);
    for (const one of hidden) {
      const other = { component: unseenWhy(machine, one)?.with ?? "", mode: "dead" } as const;
      // The other failed already: is it this one that shows then?
      const before = buildMachine(stopsWhereItWouldSlow, [other]);
      const both: Failed = { ...one, machine: buildMachine(stopsWhereItWouldSlow, [other, one.fault]) };
      expect(visibleOf({ machine: before, failed: [both] })).toEqual([both]);
      expect(visibleOf({ machine, failed: [one] })).toEqual([]);
    }
  });
});

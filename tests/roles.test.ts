import { describe, expect, it } from "vitest";
import { type Right, type Role, roles } from "@/server/people/roles";
import { mayAt, requireRight, type SignedIn } from "@/server/people/session";

const someone = (role: Role, site = "yard"): SignedIn => ({
  id: "p",
  name: "n",
  badge: "1",
  roles: new Map([[site, [role]]]),
});

/** Written by hand from who may do what, not from the table in the code. */
const may: Readonly<Record<Right, readonly Role[]>> = {
  inspect: ["operator", "supervisor", "technician", "owner"],
  road: ["operator", "ground_person", "supervisor", "technician", "owner"],
  repair: ["technician"],
  retest: ["operator", "technician", "owner"],
  release: ["technician", "owner"],
  look: ["supervisor", "technician", "owner"],
  examine: ["supervisor", "owner"],
  maintain: ["owner", "supervisor", "technician"],
  train: ["supervisor", "owner", "trainer"],
  draw_places: ["supervisor", "owner"],
  hold_records: ["supervisor", "owner"],
  familiarise: ["technician", "supervisor", "owner", "trainer"],
  plan_shift: ["supervisor", "owner"],
  countersign: ["owner"],
  settings: ["owner"],
  confirm_sheet: ["owner", "supervisor", "technician"],
  see: ["operator", "ground_person", "supervisor", "technician", "owner", "trainer", "auditor"],
};

describe("rights", () => {
  for (const right of Object.keys(may) as Right[]) {
    it(`${right} is for ${may[right].join(", ")} and nobody else`, () => {
      for (const role of roles)
        expect(mayAt(someone(role), right, "yard"), role).toBe(may[right].includes(role));
    });
  }

  it("a role at one site is none at another", () => {
    for (const role of roles) {
      expect(mayAt(someone(role, "elsewhere"), "see", "yard")).toBe(false);
      expect(() => requireRight(someone(role, "elsewhere"), "inspect", "yard")).toThrow(/at this site/);
    }
  });

  it("a refusal says who may, and that tagging out is always open", () => {
    expect(() => requireRight(someone("auditor"), "release", "yard")).toThrow(
      /technician or owner.*tag the unit out/,
    );
  });
});

import { act } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { JobForm } from "@/screens/clocks/job-form";
import { StartWalk } from "@/screens/shift/start-walk";
import { ReleaseForm, RepairForm, RetestButton } from "@/screens/tagged/return-forms";
import { type FigureClaim, OwnFigures } from "@/screens/unit/own-figures";
import { RepairDone } from "@/screens/unit/repair-done";
import { UnitEvents } from "@/screens/unit/unit-events";
import {
  alerted,
  asked,
  button,
  enter,
  fireEvent,
  press,
  router,
  screen,
  serverSays,
  show,
  type,
} from "./show";

const settle = () => act(async () => {});

describe("the return to service", () => {
  it("asks for cause, work and licence before a repair is recorded, the faulty part repaired from the first", async () => {
    serverSays([201, {}]);
    show(<RepairForm tagId="t-1" part="rails" otherTags={[]} />);
    type("Cause found", "Bent post");
    type("Work done", "   ");
    type("Licence or card number", "LMG-3001");
    expect(button("Record the repair").disabled).toBe(true);
    type("Work done", "Post renewed");
    type("Parts disturbed on the way", "platform_box");
    press("Record the repair");
    await settle();
    expect(asked).toMatchObject([
      {
        path: "/api/tags/t-1/repairs",
        body: { cause: "Bent post", work: "Post renewed", repaired: ["rails"], disturbed: ["platform_box"] },
      },
    ]);
    expect(router.refresh).toHaveBeenCalledOnce();
  });

  it("goes on to the re-test that was begun, and stays where it was refused", async () => {
    serverSays([409, { detail: "expected a recorded repair first" }], [201, { id: "i-9" }]);
    show(<RetestButton tagId="t-1" />);
    press("Start the re-test");
    await settle();
    expect(alerted()).toEqual(["expected a recorded repair first"]);
    expect(router.push).not.toHaveBeenCalled();
    press("Start the re-test");
    await settle();
    expect(router.push.mock.calls).toEqual([["/inspect/i-9"]]);
  });

  it("releases by the number typed, and sends what of the ledger the releaser was shown", async () => {
    serverSays([409, { detail: "this is tag T-0012, you typed T-0013" }]);
    show(<ReleaseForm tagId="t-1" number="T-0012" seenPosition={17} />);
    expect(button(/^Release tag/).disabled).toBe(true);
    type("Number on the tag", " T-0013 ");
    press(/^Release tag/);
    await settle();
    expect(asked).toMatchObject([
      { path: "/api/tags/t-1/release", body: { number: "T-0013", seenPosition: 17 } },
    ]);
    expect(alerted()).toEqual(["this is tag T-0012, you typed T-0013"]);
    expect(router.refresh).not.toHaveBeenCalled();
  });
});

describe("what is recorded of a unit", () => {
  it("an examination needs all that its certificate says", async () => {
    serverSays([201, {}]);
    show(<JobForm plate="LM 07" job="examination" byHours={false} />);
    const typed = {
      "Examined by": "A. Examiner",
      "Licence or card number": "E-1",
      "Done on": "2026-03-01",
      "Next due": "2026-09-01",
    };
    for (const [label, text] of Object.entries(typed)) type(label, text);
    expect(button("Record it").disabled).toBe(true);
    enter("Examined by");
    expect(asked).toEqual([]);
    type("Report number", "R-1");
    press("Record it");
    await settle();
    expect(asked).toMatchObject([
      {
        path: "/api/units/LM%2007/examinations",
        body: {
          examiner: "A. Examiner",
          licence: "E-1",
          examinedOn: "2026-03-01",
          nextDue: "2026-09-01",
          document: "R-1",
        },
      },
    ]);
    expect(screen.getByLabelText<HTMLInputElement>("Examined by").value).toBe("");
  });

  it("refused, it keeps what was typed", async () => {
    serverSays([400, { detail: "the next examination is before this one" }]);
    show(<JobForm plate="LM-07" job="examination" byHours={false} />);
    for (const label of ["Examined by", "Licence or card number", "Report number"]) type(label, "xx");
    type("Done on", "2026-03-01");
    type("Next due", "2026-02-01");
    press("Record it");
    await settle();
    expect(alerted()).toEqual(["the next examination is before this one"]);
    expect(screen.getByLabelText<HTMLInputElement>("Report number").value).toBe("xx");
  });

  it("what happened to it is one touch, each with an id of its own", async () => {
    serverSays([201, {}]);
    show(<UnitEvents plate="LM-07" />);
    press("Hit something");
    await settle();
    press("Overloaded");
    await settle();
    expect(asked.map((one) => (one.body as { kind: string }).kind)).toEqual(["contact", "overload"]);
    expect(new Set(asked.map((one) => (one.body as { id: string }).id)).size).toBe(2);
  });

  it("a repair of a finding says what was done", async () => {
    serverSays([200, {}]);
    show(<RepairDone findingId="f-1" />);
    press("Record repaired");
    type("Work done", " ");
    expect(button("Record it").disabled).toBe(true);
    type("Work done", "New decal");
    press("Record it");
    await settle();
    expect(asked[0]?.path).toBe("/api/findings/f-1/repair");
  });

  it("a walk that cannot be begun says why, and can be tried again", async () => {
    serverSays([409, { detail: "LM-07 has no machine sheet yet" }], [201, { id: "i-1" }]);
    show(<StartWalk unitId="u-1" plate="LM-07" words="Inspect" look="go" />);
    press("Inspect, LM-07");
    await settle();
    expect(alerted()).toEqual(["LM-07 has no machine sheet yet"]);
    press("Inspect, LM-07");
    await settle();
    expect(asked[1]?.body).toEqual({ unitId: "u-1", scope: "full", ask: true });
    expect(router.push.mock.calls).toEqual([["/inspect/i-1"]]);
  });
});

describe("a unit that somebody else is inspecting", () => {
  const underWay = { id: "i-7", name: "T. Bram", minutes: 12, answered: 30 };
  const begin = async (...then: readonly (readonly [status: number, body: unknown])[]) => {
    serverSays([200, { underWay }], ...then);
    show(<StartWalk unitId="u-1" plate="LM-07" words="Inspect" look="go" />);
    press("Inspect, LM-07");
    await settle();
    expect(screen.getByRole("dialog", { name: "T. Bram is inspecting LM-07" })).toBeTruthy();
    expect(screen.getByText("Begun 12 min ago, 30 checks answered so far.")).toBeTruthy();
  };

  it("is joined, and refused with why", async () => {
    await begin([403, { detail: "not trained on it" }], [200, {}]);
    press("Join it");
    await settle();
    expect(alerted()).toEqual(["not trained on it"]);
    press("Join it");
    await settle();
    expect(asked[2]?.path).toBe("/api/inspections/i-7/people");
    expect(router.push.mock.calls).toEqual([["/inspect/i-7"]]);
  });

  it("is inspected beside it where one says so", async () => {
    await begin([200, { id: "i-8" }]);
    press("Begin another");
    await settle();
    expect(asked[1]?.body).toEqual({ unitId: "u-1", scope: "full", ask: false });
    expect(router.push.mock.calls).toEqual([["/inspect/i-8"]]);
  });
});

describe("a unit's own figures", () => {
  const claim: FigureClaim = {
    id: "c-1",
    figure: "gross_weight",
    value: 900,
    source: "plate",
    weakens: 2,
    by: "W. Hale",
    mine: false,
  };
  const figures = (waiting: readonly FigureClaim[], mayEdit = true, mayConfirm = true) =>
    show(
      <OwnFigures
        plate="LM-07"
        family="slab_scissor"
        own={{ gross_weight: { value: 1000, source: "plate" } }}
        waiting={waiting}
        mayEdit={mayEdit}
        mayConfirm={mayConfirm}
      />,
    );

  it("need a number and where it was read", async () => {
    serverSays([200, {}]);
    figures([]);
    type("Value", "1 200");
    type("Where it was read", "plate");
    expect(button("Set").disabled).toBe(true);
    type("Value", "1200,5");
    press("Set");
    await settle();
    expect(asked[0]).toMatchObject({
      path: "/api/units/LM-07/figures",
      body: { figure: "gross_weight", value: 1200.5, source: "plate" },
    });
  });

  it("that take something away are agreed to by a second person, never by the first", async () => {
    serverSays([200, {}]);
    figures([{ ...claim, mine: true }], false);
    expect(screen.queryByRole("button")).toBeNull();
    figures([claim], false);
    fireEvent.click(screen.getByRole("button"));
    await settle();
    expect(asked).toMatchObject([{ path: "/api/units/LM-07/figures/c-1" }]);
  });
});

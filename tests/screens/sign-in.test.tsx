import "fake-indexeddb/auto";
import { act } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { SignIn } from "@/screens/sign-in/sign-in";
import { alerted, asked, button, enter, press, screen, serverSays, show, type } from "./show";

const badge = () => screen.getByLabelText<HTMLInputElement>("Badge number");
const pin = () => screen.getByLabelText<HTMLInputElement>("PIN");
const settle = () => act(async () => {});

describe("signing in", () => {
  it("goes from the badge to the PIN at Enter, so that no PIN is typed where it can be read", () => {
    show(<SignIn />);
    expect(document.activeElement).toBe(badge());
    type("Badge number", "1041");
    enter("Badge number");
    expect(document.activeElement).toBe(pin());
    for (const digit of "4710") press(digit);
    expect(pin().value).toBe("4710");
    expect(badge().value).toBe("1041");
    expect(pin().type).toBe("password");
  });

  it("takes digits only, twelve at most, by keyboard and by pad", () => {
    show(<SignIn />);
    type("Badge number", "10a4-1 x");
    expect(badge().value).toBe("1041");
    for (let i = 0; i < 20; i++) press("7");
    expect(badge().value).toBe("104177777777");
    press("Clear");
    expect(badge().value).toBe("");
  });

  it("forgets the PIN when refused, says why and waits as long as it is told to", async () => {
    vi.useFakeTimers();
    serverSays([429, { detail: "Badge or PIN is not right.", retryAfterS: 2 }]);
    show(<SignIn />);
    type("Badge number", "1041");
    type("PIN", "0000");
    press("Sign in");
    await settle();
    expect(asked).toEqual([{ path: "/api/sign-in", method: "POST", body: { badge: "1041", pin: "0000" } }]);
    expect(pin().value).toBe("");
    expect(alerted()).toEqual(["Wait 2 s before the next try."]);
    type("PIN", "4710");
    enter("PIN");
    await settle();
    expect(asked).toHaveLength(1);
    for (let s = 0; s < 2; s++) await act(() => vi.advanceTimersByTimeAsync(1000));
    expect(alerted()).toEqual(["Badge or PIN is not right."]);
    expect(button("Sign in").disabled).toBe(false);
  });

  it("says that there is no signal, and keeps the badge", async () => {
    serverSays("no signal");
    show(<SignIn />);
    type("Badge number", "1041");
    type("PIN", "4710");
    enter("PIN");
    await settle();
    await vi.waitFor(() => expect(alerted().join()).toContain("has not signed in on this tablet before"));
    expect(badge().value).toBe("1041");
  });
});

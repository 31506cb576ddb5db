import { randomUUID } from "node:crypto";
import { beforeAll, describe, expect, it } from "vitest";
import { waitAfterS } from "@/contract/session";
import { addLogin } from "@/server/demo/seed";
import { at, yardForFile } from "./database";

const yard = yardForFile();

describe("sign-in", () => {
  let signIn: typeof import("@/server/people/sign-in").signIn;
  let whoIs: typeof import("@/server/people/session").whoIs;
  beforeAll(async () => {
    process.env["DATABASE_URL"] = yard.url;
    process.env["ROOK_STEP_URL"] = "http://127.0.0.1:1";
    ({ signIn } = await import("@/server/people/sign-in"));
    ({ whoIs } = await import("@/server/people/session"));
    await addLogin(yard.db, yard.people.operator, "101", "operator", "2468", at(0));
    await addLogin(yard.db, yard.people.second, "102", "second", "2468", at(0));
  });

  const cookieOf = (headers: Headers) =>
    headers
      .getSetCookie()
      .map((c) => c.split(";")[0])
      .join("; ");

  it("gives an HttpOnly, SameSite cookie that names the person, and ends after the tablet was left alone", async () => {
    const { person, headers: set } = await signIn({ badge: "101", pin: "2468" }, new Headers(), at(0));
    expect(person).toEqual({ id: yard.people.operator, name: "operator" });
    expect(set.getSetCookie().join()).toMatch(/HttpOnly/i);
    expect(set.getSetCookie().join()).toMatch(/SameSite=Lax/i);
    const headers = new Headers({ cookie: cookieOf(set) });
    expect((await whoIs(headers, at(1)))?.name).toBe("operator");
    expect((await whoIs(headers, at(15)))?.name).toBe("operator");
    expect(await whoIs(headers, at(36))).toBeUndefined();
    expect(await whoIs(headers, at(37))).toBeUndefined();
    expect(
      await whoIs(new Headers({ cookie: `rook-step.session_token=${randomUUID()}.forged` }), at(1)),
    ).toBeUndefined();
  });

  it("makes each wrong PIN after the third wait longer, also when tried all at once, and the right one clears it", async () => {
    expect([1, 2, 3, 4, 5, 20].map(waitAfterS)).toEqual([0, 0, 5, 10, 20, 900]);
    const wrong = (minute: number) => signIn({ badge: "102", pin: "0000" }, new Headers(), at(minute));
    const tries = await Promise.allSettled(Array.from({ length: 8 }, () => wrong(0)));
    const refused = tries.filter(
      (t) => t.status === "rejected" && /wait \d+ s and try/.test(String(t.reason)),
    );
    expect(refused.length).toBe(5);
    await expect(signIn({ badge: "102", pin: "2468" }, new Headers(), at(0.05))).rejects.toThrow(
      /too many wrong PINs/,
    );
    await expect(signIn({ badge: "102", pin: "2468" }, new Headers(), at(1))).resolves.toBeDefined();
    await expect(wrong(1)).rejects.toThrow("badge and PIN do not match; try again");
  });

  it("tells an unknown badge nothing more than a wrong PIN", async () => {
    await expect(signIn({ badge: "9999", pin: "2468" }, new Headers(), at(0))).rejects.toThrow(
      "badge and PIN do not match; try again",
    );
  });
});

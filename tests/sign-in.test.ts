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
    await addLogin(yard.db, yard.people.technician, "103", "technician", "2468", at(0));
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
    const said = tries.map((t) => (t.status === "rejected" ? String(t.reason) : "signed in"));
    const saying = (what: RegExp) => said.filter((words) => what.test(words)).length;
    expect(saying(/wait \d+ s and try/), said.join("\n")).toBe(5);
    expect(saying(/badge and PIN do not match/), said.join("\n")).toBe(3);
    await expect(signIn({ badge: "102", pin: "2468" }, new Headers(), at(0.05))).rejects.toThrow(
      /too many wrong PINs/,
    );
    await expect(signIn({ badge: "102", pin: "2468" }, new Headers(), at(1))).resolves.toBeDefined();
    await expect(wrong(1)).rejects.toThrow("badge and PIN do not match; try again");
  });

  const from = (address: string, cookie?: string) =>
    new Headers({ "x-forwarded-for": address, ...(cookie === undefined ? {} : { cookie }) });

  it("makes a tablet somebody has signed in on wait for nothing that strangers try, and strangers by where they come from", async () => {
    const { headers: set } = await signIn({ badge: "101", pin: "2468" }, from("198.51.100.7"), at(100));
    const tablet = cookieOf(set)
      .split("; ")
      .filter((one) => one.startsWith("rook-tablet="))
      .join();
    expect(set.getSetCookie().find((one) => one.startsWith("rook-tablet="))).toMatch(
      /HttpOnly; SameSite=Lax/,
    );
    const tries = await Promise.allSettled(
      Array.from({ length: 44 }, (_, i) =>
        signIn({ badge: i % 2 ? "101" : "102", pin: "0000" }, from("203.0.113.9"), at(101)),
      ),
    );
    expect(tries.every(({ status }) => status === "rejected")).toBe(true);
    const right = (headers: Headers, badge = "101") => signIn({ badge, pin: "2468" }, headers, at(101.01));
    await expect(right(from("203.0.113.9", tablet))).resolves.toBeDefined();
    await expect(right(from("203.0.113.9", tablet), "102")).resolves.toBeDefined();
    await expect(right(from("203.0.113.9"))).rejects.toThrow(/wait \d+ s/);
    await expect(right(from("203.0.113.9", `${tablet.slice(0, -2)}xx`))).rejects.toThrow(/wait \d+ s/);
    // The tablet waits for what is tried on it.
    for (let i = 0; i < 4; i++)
      await signIn({ badge: "102", pin: "0000" }, from("203.0.113.9", tablet), at(102)).catch(
        () => undefined,
      );
    await expect(signIn({ badge: "102", pin: "2468" }, from("203.0.113.9", tablet), at(102))).rejects.toThrow(
      /wait \d+ s/,
    );
  });

  it("has one address try some twenty PINs, whatever badges they are of, and all of an IPv6 network is one", async () => {
    const tried = [];
    for (let i = 0; i < 26; i++) {
      const headers = from(`2001:db8:0:7::${(i + 1).toString(16)}`);
      const problem = await signIn({ badge: `${3000 + i}`, pin: "0000" }, headers, at(200)).catch(String);
      tried.push(/wait \d+ s and try/.test(`${problem}`));
    }
    expect(tried.indexOf(true)).toBe(23);
    expect(tried.slice(23).every(Boolean)).toBe(true);
    await expect(
      signIn({ badge: "101", pin: "2468" }, from("2001:db8:0:8::1"), at(230)),
    ).resolves.toBeDefined();
  });

  it("counts nothing against an address for a yard's tablets that are new to it, and a right badge frees nobody else", async () => {
    const headers = from("192.0.2.5");
    for (let i = 0; i < 30; i++)
      await expect(signIn({ badge: "101", pin: "2468" }, headers, at(260))).resolves.toBeDefined();
    const wrong = async (badge: string) => {
      await signIn({ badge: "101", pin: "2468" }, headers, at(260)).catch(() => undefined);
      return `${await signIn({ badge, pin: "0000" }, headers, at(260)).catch(String)}`;
    };
    const said = [];
    for (let i = 0; i < 25; i++) said.push(/wait \d+ s and try/.test(await wrong(`${4000 + i}`)));
    expect(said.indexOf(true)).toBe(23);
  });

  it("has whoever has a badge try no more PINs of another's, however many tablets they make known", async () => {
    const said = [];
    for (let i = 0; i < 10; i++) {
      const { headers: set } = await signIn({ badge: "101", pin: "2468" }, new Headers(), at(400));
      const headers = new Headers({ cookie: cookieOf(set) });
      for (let n = 0; n < 3; n++) {
        const wrong = await signIn({ badge: "103", pin: "0000" }, headers, at(400)).catch(String);
        said.push(/wait \d+ s and try/.test(`${wrong}`));
      }
    }
    expect(said.indexOf(true)).toBe(23);
    // A person's own slips, each put right where it was made, add up to nothing.
    const { headers: set } = await signIn({ badge: "101", pin: "2468" }, new Headers(), at(2000));
    const own = new Headers({ cookie: cookieOf(set) });
    for (let day = 0; day < 13; day++) {
      const minute = 2001 + day * 700;
      for (let n = 0; n < 2; n++)
        await signIn({ badge: "101", pin: "0000" }, own, at(minute)).catch(() => undefined);
      await expect(signIn({ badge: "101", pin: "2468" }, own, at(minute))).resolves.toBeDefined();
    }
  });

  it("ends the session before it", async () => {
    const { headers: first } = await signIn({ badge: "101", pin: "2468" }, new Headers(), at(300));
    const cookie = cookieOf(first);
    const { headers: second } = await signIn({ badge: "102", pin: "2468" }, new Headers({ cookie }), at(301));
    expect(await whoIs(new Headers({ cookie }), at(301))).toBeUndefined();
    expect((await whoIs(new Headers({ cookie: cookieOf(second) }), at(301)))?.name).toBe("second");
  });

  it("tells an unknown badge nothing more than a wrong PIN", async () => {
    await expect(signIn({ badge: "9999", pin: "2468" }, new Headers(), at(0))).rejects.toThrow(
      "badge and PIN do not match; try again",
    );
  });
});

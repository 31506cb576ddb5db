import { expect, it } from "vitest";
import { unnoticed } from "./planted";

it("every planted fault is noticed by a line written for a sound machine", () => {
  expect(unnoticed()).toEqual([]);
});

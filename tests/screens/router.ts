import { vi } from "vitest";

/** What a screen asked of the router: the same one however often its modules are read anew. */
const holder = globalThis as unknown as {
  testRouter?: { refresh: ReturnType<typeof vi.fn>; push: ReturnType<typeof vi.fn> };
};
holder.testRouter ??= { refresh: vi.fn(), push: vi.fn() };
export const router = holder.testRouter;

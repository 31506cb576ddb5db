import { vi } from "vitest";

vi.mock("next/navigation", async () => {
  const { router } = await import("./router");
  return { useRouter: () => router, usePathname: () => "/shift" };
});

// As in a browser that has no locks: each page listens by itself.
Object.defineProperty(navigator, "locks", { value: undefined, configurable: true });

// No server: what a page asks of it by itself goes unanswered, unless a test answers.
globalThis.fetch = () => Promise.reject(new TypeError("no network"));

import { cleanup, configure, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { NextIntlClientProvider } from "next-intl";
import type { ReactNode } from "react";
import { afterEach, vi } from "vitest";
import { messages } from "@/app/messages";
import { router } from "./router";

export { fireEvent, router, screen, waitFor };

/** What a screen asked of the server, in order. */
export const asked: { path: string; method: string; body: unknown }[] = [];

// What was looked for says enough; the whole page would bury it.
// Two lanes share two cores: what comes late on a busy machine has come all the same.
configure({
  asyncUtilTimeout: 20_000,
  getElementError: (message) => new Error(message?.split("\n\n")[0] ?? "not found"),
});

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.useRealTimers();
  asked.length = 0;
  router.refresh.mockClear();
  router.push.mockClear();
});

const WithWords = ({ children }: { children: ReactNode }) => (
  <NextIntlClientProvider locale="en" timeZone="UTC" messages={messages}>
    {children}
  </NextIntlClientProvider>
);

/** A screen with the words of the app, as a person meets it. */
export const show = (children: ReactNode) => render(children, { wrapper: WithWords });

export type Answer = readonly [status: number, body: unknown] | "no signal";

/** A server that gives these answers, one after another, the last of them for ever. */
export function serverSays(...answers: readonly Answer[]): void {
  let n = 0;
  vi.stubGlobal("fetch", async (path: string, init: RequestInit = {}) => {
    const answer = answers[Math.min(n++, answers.length - 1)] ?? "no signal";
    const { method = "GET", body } = init;
    asked.push({ path, method, body: typeof body === "string" ? JSON.parse(body) : undefined });
    if (answer === "no signal") throw new TypeError("no signal");
    return Response.json(answer[1], { status: answer[0] });
  });
}

export const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>("button", { name });
export const press = (name: string | RegExp) => fireEvent.click(button(name));
export const type = (label: string | RegExp, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
/** Enter, in the form that holds this field. */
export const enter = (label: string | RegExp) => {
  const form = screen.getByLabelText(label).closest("form");
  if (form === null) throw new Error(`expected a form round ${label}`);
  fireEvent.submit(form);
};
export const alerted = () => screen.queryAllByRole("alert").map((e) => e.textContent ?? "");

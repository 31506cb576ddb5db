import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: "e2e",
  testMatch:
    process.env["PICTURES"] !== undefined
      ? /pictures\.ts$/
      : process.env["FAULTS"] !== undefined
        ? /\.fault\.ts$/
        : /\.spec\.ts$/,
  // Generous: a busy machine may be several times slower than a quiet one.
  timeout: 240_000,
  expect: { timeout: 20_000 },
  workers: 1,
  retries: 0,
  outputDir: "test-results",
  use: {
    viewport: { width: 1280, height: 800 },
    // What is kept on the device has tests of its own (`offline`).
    serviceWorkers: "block",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
    trace: "off",
    screenshot: "only-on-failure",
    actionTimeout: 20_000,
    navigationTimeout: 30_000,
  },
});

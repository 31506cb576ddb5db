import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const alias = { "@": fileURLToPath(new URL("./src", import.meta.url)) };

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: "unit",
          include: ["src/{core,device,kit,screens}/**/*.test.ts", "messages/*.test.ts"],
          environment: "node",
          testTimeout: 60_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "database",
          include: ["src/server/**/*.test.ts", "tests/**/*.test.ts"],
          environment: "node",
          testTimeout: 120_000,
          hookTimeout: 120_000,
          globalSetup: ["tests/template.ts"],
        },
      },
    ],
  },
});

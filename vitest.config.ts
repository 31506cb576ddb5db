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
          // Generous: two lanes share two cores, and a busy machine may be several times slower than a quiet one.
          testTimeout: 240_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "database",
          include: ["src/server/**/*.test.ts", "tests/**/*.test.ts"],
          exclude: ["tests/trust/model.test.ts"],
          environment: "node",
          testTimeout: 240_000,
          hookTimeout: 240_000,
          globalSetup: ["tests/template.ts"],
        },
      },
      {
        resolve: { alias },
        test: {
          name: "model",
          include: ["tests/trust/model.test.ts"],
          environment: "node",
          hookTimeout: 240_000,
          globalSetup: ["tests/template.ts"],
        },
      },
    ],
  },
});

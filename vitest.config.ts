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
          // The core is pure: nothing one file does is met by another, and each import is paid for once.
          isolate: false,
          include: ["src/{core,device,kit,screens}/**/*.test.ts", "messages/*.test.ts"],
          environment: "node",
          // Generous: two lanes share two cores, and a busy machine may be several times slower than a quiet one.
          testTimeout: 240_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "screens",
          include: ["tests/screens/*.test.tsx"],
          environment: "happy-dom",
          setupFiles: ["tests/screens/setup.ts"],
          testTimeout: 240_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "database",
          include: ["src/server/**/*.test.ts", "tests/**/*.test.ts"],
          environment: "node",
          testTimeout: 240_000,
          hookTimeout: 240_000,
          globalSetup: ["tests/template.ts"],
        },
      },
    ],
  },
});

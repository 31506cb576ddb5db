import { setup } from "./template";

// For commands that run tests in processes of their own: vitest makes the template by itself.
await setup();
process.exit(0);

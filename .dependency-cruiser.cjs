/**
 * The floors of src/core, lowest first: each imports only itself and what stands before it. What joins two of them
 * is a floor of its own (`underway` joins a plan and a record).
 */
const floors = [
  "vocabulary",
  "sheet",
  "machine",
  "measure",
  "survey",
  "catalogue",
  "plan",
  "proof",
  "record",
  "evidence",
  "grade",
  "periodic",
  "decision",
  "underway",
  "diagnose",
  "shift",
  "workshop",
  "trend",
  "coverage",
];

/** Import rules: data flows one way. Each rule says why it stands. */
module.exports = {
  forbidden: [
    ...floors.map((floor, index) => ({
      name: `core-floor-${floor}`,
      comment: "A floor of the core imports only what stands before it.",
      severity: "error",
      from: { path: `^src/core/${floor}/`, pathNot: "\\.test\\.ts$" },
      to: { path: "^src/core/", pathNot: `^src/core/(${floors.slice(0, index + 1).join("|")})/` },
    })),
    {
      name: "core-has-no-other-floor",
      comment: "A new folder of the core takes its place among the floors above.",
      severity: "error",
      from: {},
      to: { path: "^src/core/", pathNot: `^src/core/(${floors.join("|")})/` },
    },
    {
      name: "core-imports-only-core",
      comment:
        "src/core is pure: it imports only itself, zod, in which its data definitions are written, and what knows time zones.",
      severity: "error",
      from: { path: "^src/core", pathNot: "(\\.test\\.ts$|/expectations/)" },
      to: { pathNot: ["^src/core", "^node_modules/(zod|@date-fns/tz)/"] },
    },
    {
      name: "expectations-are-for-tests",
      comment: "What is written by hand to try the model is no part of it.",
      severity: "error",
      from: { path: "^src/", pathNot: "(\\.test\\.tsx?$|/expectations/)" },
      to: { path: "/expectations/" },
    },
    {
      name: "contract-imports-only-core",
      comment: "What server, device and screens agree on rests on nothing but the core.",
      severity: "error",
      from: { path: "^src/contract" },
      to: { path: "^src/", pathNot: "^src/(core|contract)" },
    },
    {
      name: "kit-knows-no-server",
      severity: "error",
      from: { path: "^src/kit" },
      to: { path: "^src/(server|screens|device|app)" },
    },
    {
      name: "device-and-screens-never-import-server",
      severity: "error",
      from: { path: "^src/(device|screens)" },
      to: { path: "^src/(server|app)" },
    },
    {
      name: "server-never-imports-screens",
      severity: "error",
      from: { path: "^src/server" },
      to: { path: "^src/(screens|kit|device|app)" },
    },
    {
      name: "demo-stays-outside",
      comment:
        "The invented yard is data for the demo, the tests and the benchmarks; the app knows nothing of it.",
      severity: "error",
      from: { path: "^src/(core|kit|device|screens|app)", pathNot: "(\\.test\\.tsx?$|/expectations/)" },
      to: { path: "^src/demo" },
    },
    {
      name: "demo-imports-only-core",
      severity: "error",
      from: { path: "^src/demo" },
      to: { path: "^src/", pathNot: "^src/(core|demo)" },
    },
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { pathNot: "node_modules" } },
    },
    {
      name: "tests-stay-outside",
      severity: "error",
      from: { path: "^src", pathNot: "\\.test\\.tsx?$" },
      to: { path: "(^tests/|^e2e/|\\.test\\.tsx?$)" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default"],
    },
  },
};

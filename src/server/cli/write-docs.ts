import { mkdirSync, writeFileSync } from "node:fs";
import { coveragePage } from "@/core/catalogue/coverage/page";
import { sheetJsonSchema } from "@/core/sheet/json-schema";

mkdirSync("docs/formats", { recursive: true });
writeFileSync("docs/coverage.md", coveragePage());
writeFileSync("docs/formats/sheet.schema.json", `${JSON.stringify(sheetJsonSchema(), null, 2)}\n`);
console.log("Wrote docs/coverage.md and docs/formats/sheet.schema.json");

import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { writtenChecks } from "@/core/catalogue/catalogue";
import { extendRegister, type Register } from "@/core/catalogue/register";
import { coveragePage } from "@/core/coverage/page";
import { sheetJsonSchema } from "@/core/sheet/json-schema";
import { placePlanJsonSchema } from "@/core/survey/place-plan";
import { policyJsonSchema } from "@/core/vocabulary/policy-json-schema";

mkdirSync("docs/formats", { recursive: true });
writeFileSync("docs/coverage.md", coveragePage());
writeFileSync("docs/formats/sheet.schema.json", `${JSON.stringify(sheetJsonSchema(), null, 2)}\n`);
writeFileSync("docs/formats/policy.schema.json", `${JSON.stringify(policyJsonSchema(), null, 2)}\n`);
writeFileSync("docs/formats/place.schema.json", `${JSON.stringify(placePlanJsonSchema(), null, 2)}\n`);
const registerPath = "src/core/catalogue/check-register.json";
const register: Register = existsSync(registerPath) ? JSON.parse(readFileSync(registerPath, "utf8")) : {};
writeFileSync(registerPath, `${JSON.stringify(extendRegister(register, writtenChecks), null, 1)}\n`);
console.log(
  `Wrote docs/coverage.md, docs/formats/sheet.schema.json, policy.schema.json, place.schema.json and what is new to ${registerPath}`,
);

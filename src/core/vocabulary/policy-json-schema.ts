import { z } from "zod";
import { policySchema } from "./policy";

/** The published JSON Schema (draft 2020-12) of a site's policy, from the schema the app itself reads with. */
export const policyJsonSchema = (): Record<string, unknown> => ({
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Rook Step policy",
  ...z.toJSONSchema(policySchema, { target: "draft-2020-12", io: "input" }),
});

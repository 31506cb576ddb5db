import { z } from "zod";
import {
  actionSchema,
  catalogueResponse,
  expectRequest,
  expectResponse,
  gradeRequest,
  gradeResponse,
  planCheckRequest,
  planCheckResponse,
  planProveRequest,
  planProveResponse,
  planRequest,
  planResponse,
  planStepSchema,
  problemSchema,
  sheetsResponse,
} from "./schemas";

const schemas = {
  Action: actionSchema,
  ExpectRequest: expectRequest,
  ExpectResponse: expectResponse,
  GradeRequest: gradeRequest,
  GradeResponse: gradeResponse,
  PlanRequest: planRequest,
  PlanResponse: planResponse,
  PlanStep: planStepSchema,
  PlanCheckRequest: planCheckRequest,
  PlanCheckResponse: planCheckResponse,
  PlanProveRequest: planProveRequest,
  PlanProveResponse: planProveResponse,
  SheetsResponse: sheetsResponse,
  CatalogueResponse: catalogueResponse,
  Problem: problemSchema,
};

const ref = (name: keyof typeof schemas) => ({ $ref: `#/components/schemas/${name}` });
const json = (name: keyof typeof schemas) => ({ "application/json": { schema: ref(name) } });

function operation(
  operationId: string,
  summary: string,
  answer: keyof typeof schemas,
  body?: keyof typeof schemas,
) {
  return {
    operationId,
    summary,
    security: [{ key: [] }],
    ...(body === undefined ? {} : { requestBody: { required: true, content: json(body) } }),
    responses: {
      "200": { description: "The answer", content: json(answer) },
      default: {
        description: "What was expected, what came, and what to do",
        content: { "application/problem+json": { schema: ref("Problem") } },
      },
    },
  };
}

/** The API as an OpenAPI 3.1 document, from the very schemas its requests are read with. */
export function openApi(url: string) {
  return {
    openapi: "3.1.0",
    info: {
      title: "Rook Step API",
      version: "1",
      description:
        "Machine sheets, what a lift must do, in which order it is inspected, and how a finding grades. It tells what follows from a rule; the maker's manual, the law of the place and licensed practice come first.",
      license: { name: "Apache-2.0", identifier: "Apache-2.0" },
    },
    servers: [{ url }],
    paths: {
      "/api/v1/sheets": {
        get: operation("listSheets", "Every machine sheet, latest version", "SheetsResponse"),
      },
      "/api/v1/expect": {
        post: operation(
          "expectStep",
          "What one action must show, by the fault-free machine",
          "ExpectResponse",
          "ExpectRequest",
        ),
      },
      "/api/v1/grade": {
        post: operation(
          "gradeFinding",
          "What a condition grades to, and by which rule",
          "GradeResponse",
          "GradeRequest",
        ),
      },
      "/api/v1/plan": {
        post: operation(
          "planInspection",
          "The cheapest walk for a machine as it was found, its cost and a bound on it",
          "PlanResponse",
          "PlanRequest",
        ),
      },
      "/api/v1/plan/check": {
        post: operation(
          "checkPlan",
          "Every rule of the work that a plan breaks, whoever made it",
          "PlanCheckResponse",
          "PlanCheckRequest",
        ),
      },
      "/api/v1/plan/prove": {
        post: operation(
          "provePlan",
          "Which faults a plan would show, which tests of it cannot fail, and whom a failure would hurt",
          "PlanProveResponse",
          "PlanProveRequest",
        ),
      },
      "/api/v1/catalogue": {
        get: operation("readCatalogue", "Parts, checks, conditions and interlocks", "CatalogueResponse"),
      },
    },
    components: {
      securitySchemes: { key: { type: "http", scheme: "bearer", description: "A key made in Settings" } },
      schemas: Object.fromEntries(
        Object.entries(schemas).map(([name, schema]) => [
          name,
          z.toJSONSchema(schema, { target: "draft-2020-12", unrepresentable: "any", io: "input" }),
        ]),
      ),
    },
  };
}

// Makes src/api/types.gen.ts from the JSON Schema on standard input.
import { compile } from "json-schema-to-typescript";
import { readFileSync, writeFileSync } from "node:fs";

const schema = JSON.parse(readFileSync(0, "utf8"));
const lists = Object.entries(schema["x-lists"]).map(([name, of]) => `export const ${name} = ${JSON.stringify(of)} as const\n`);
delete schema["x-lists"];
const text = await compile(schema, "Wire", {
  additionalProperties: false,
  bannerComment: "// Made by `make generate` from the Go types. Do not edit.",
  format: false,
});
writeFileSync(process.argv[2], text + lists.join(""));

// npm run answers: what the server answers with, field by field, as JSON Schema: worked out of the very types that pages read, so that
// it is not written twice. `--check` compares with what is kept and changes nothing.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  AnyType,
  createFormatter,
  createParser,
  createProgram,
  DEFAULT_CONFIG,
  SchemaGenerator,
} from 'ts-json-schema-generator';
import ts from 'typescript';
import { ensureDependencies, ROOT } from './ensure.mjs';

ensureDependencies();
const FILE = join(ROOT, 'server/src/formats/answers.json');
const SOURCES = ['views.ts', 'problem.ts'].map((name) => join(ROOT, 'contract/src', name));

const config = {
  ...DEFAULT_CONFIG,
  path: `${join(ROOT, 'contract/src')}/{views,problem}.ts`,
  tsconfig: join(ROOT, 'contract/tsconfig.json'),
  // The types are checked by `npm run types`; here they are only read.
  skipTypeCheck: true,
  expose: 'export',
  additionalProperties: true,
  jsDoc: 'none',
};
const program = createProgram(config);

// Of a table in the code whose keys are a type, only the keys are asked for: what stands behind a key may be anything.
const VALUES = new Set([ts.SyntaxKind.Identifier, ts.SyntaxKind.CallExpression]);
const anyValue = { supportsNode: (node) => VALUES.has(node.kind), createType: () => new AnyType() };
const parser = createParser(program, config, (p) => p.addNodeParser(anyValue));
const generator = new SchemaGenerator(program, parser, createFormatter(config), config);

const exported = SOURCES.flatMap((source) =>
  program
    .getSourceFile(source)
    .statements.filter((s) => ts.isTypeAliasDeclaration(s) && !s.typeParameters)
    .map((s) => s.name.text),
);
const definitions = {};
for (const name of exported) Object.assign(definitions, generator.createSchema(name).definitions);

// A name that OpenAPI takes: "Kept<Kitchen>" is "Kept.Kitchen". References are to where OpenAPI keeps them.
const plain = (name) => name.replace(/[^\w.-]+/g, '.').replace(/^\.|\.$/g, '');
const REF = '#/definitions/';
const moved = (x) => {
  if (Array.isArray(x)) return x.map(moved);
  if (typeof x !== 'object' || x === null) return x;
  return Object.fromEntries(
    Object.entries(x).map(([key, value]) => [
      key,
      key === '$ref' && typeof value === 'string'
        ? `#/components/schemas/${plain(decodeURIComponent(value.slice(REF.length)))}`
        : moved(value),
    ]),
  );
};
const lines = Object.entries(definitions)
  .map(([name, schema]) => [plain(name), moved(schema)])
  .sort(([a], [b]) => (a < b ? -1 : 1))
  .map(([name, schema]) => `${JSON.stringify(name)}: ${JSON.stringify(schema)}`);
const text = `{\n${lines.join(',\n')}\n}\n`;

if (!process.argv.includes('--check')) writeFileSync(FILE, text);
else if (readFileSync(FILE, 'utf8') !== text) {
  console.error('The answers have changed since server/src/formats/answers.json was written: npm run answers.');
  process.exit(1);
}

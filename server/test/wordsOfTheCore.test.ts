import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { codeIn, fieldInWords, inWords } from '@steepsis/core';

// What the server passes on of a refusal of the core. It is held here and not in the core, which reads no files.

const plain = (message: string): void => expect([message, codeIn(message)]).toEqual([message, undefined]);

/** Every field that a refusal of the core names outright, read from its source. */
function fieldsNamedInSource(): Map<string, string> {
  const found = new Map<string, string>();
  const folder = join(__dirname, '..', '..', 'core', 'src');
  const walk = (at: string): void => {
    for (const name of readdirSync(at)) {
      const path = join(at, name);
      if (statSync(path).isDirectory()) walk(path);
      else if (name.endsWith('.ts') && !name.endsWith('.test.ts')) read(path);
    }
  };
  const PLACE: Readonly<Record<string, number>> = { InputError: 1, requireInRange: 1, requirePositive: 1 };
  const MORE: Readonly<Record<string, number>> = {
    requireNotNegative: 1,
    intoRange: 1,
    refuse: 0,
    fault: 0,
    requirePlant: 1,
  };
  const read = (path: string): void => {
    const source = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);
    const visit = (node: ts.Node): void => {
      if (ts.isNewExpression(node) || ts.isCallExpression(node)) {
        const at = { ...PLACE, ...MORE }[node.expression.getText()];
        const field = at === undefined ? undefined : node.arguments?.[at];
        if (field && ts.isStringLiteral(field)) found.set(field.text, path);
      }
      ts.forEachChild(node, visit);
    };
    visit(source);
  };
  walk(folder);
  return found;
}

describe('every field that the core refuses by name', () => {
  const fields = [...fieldsNamedInSource().keys()].filter((f) => f !== 'id');
  it('is a good number of them', () => expect(fields.length).toBeGreaterThan(120));
  it.each(fields)('%s has words', (field) => {
    const { name } = fieldInWords(field);
    // `refuse` is also what an answer in words is called; a sentence is no field.
    if (field.includes(' ') && name === 'this') return plain(field);
    expect(name).not.toBe('this');
    plain(inWords({ field, accepted: 'a number, 0 to 20', got: 25 }));
  });
});

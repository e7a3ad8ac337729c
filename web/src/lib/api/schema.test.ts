import { readFile } from 'node:fs/promises';
import openapiTS, { astToString } from 'openapi-typescript';
import { expect, it } from 'vitest';

it('has types that were generated from the committed description (else run: npm run types)', async () => {
  const folder = 'src/lib/api';
  const description = JSON.parse(await readFile(`${folder}/openapi.json`, 'utf8'));
  const fresh = astToString(await openapiTS(description));
  const committed = await readFile(`${folder}/schema.d.ts`, 'utf8');
  expect(committed).toContain(fresh.trim());
});

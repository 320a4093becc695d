import { readFile } from 'node:fs/promises';
import openapiTS, { astToString } from 'openapi-typescript';
import { expect, test } from 'vitest';

test('the checked-in client is made from docs/openapi.json', async () => {
  const made = astToString(await openapiTS(new URL('../../../docs/openapi.json', import.meta.url)));
  const checkedIn = await readFile(new URL('../src/shared/api/schema.ts', import.meta.url), 'utf8');
  const body = checkedIn.slice(checkedIn.indexOf('export interface paths'));
  expect(body.trim(), "src/shared/api/schema.ts is stale: run './tc api'").toBe(made.trim());
});

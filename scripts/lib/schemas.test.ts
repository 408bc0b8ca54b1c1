import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { schemasOf } from './schemas';

it.each(Object.entries(schemasOf()))(
  'docs/%s.schema.json says what the app checks; npm run schemas writes it anew',
  (name, schema) => {
    expect(JSON.parse(readFileSync(`docs/${name}.schema.json`, 'utf8'))).toEqual(JSON.parse(schema));
  },
);

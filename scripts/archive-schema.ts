/** Writes the schema of archives to docs/archive.schema.json; a test fails when it is not as it should be. */
import { writeFileSync } from 'node:fs';
import { publishedSchema } from '$core/archive/format';

writeFileSync('docs/archive.schema.json', `${JSON.stringify(publishedSchema(), null, '\t')}\n`);

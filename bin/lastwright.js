#!/usr/bin/env node
import { createRequire } from 'node:module';
// oclif is CommonJS; requiring it starts faster than importing it.
const require = createRequire(import.meta.url);
const { run } = require('@oclif/core/run');
const { flush } = require('@oclif/core/flush');
const { handle } = require('@oclif/core/handle');
await run(process.argv.slice(2), import.meta.url).then(() => flush(), handle);

#!/usr/bin/env node
import module, { createRequire } from 'node:module';
import { homedir } from 'node:os';
import { join } from 'node:path';

// From Node.js 22 on, compiled code is kept beside what else can be made again, which starts faster.
const { LASTWRIGHT_CACHE: own, XDG_CACHE_HOME: shared } = process.env;
module.enableCompileCache?.(join(own || join(shared || join(homedir(), '.cache'), 'lastwright'), 'code'));

// oclif is CommonJS; requiring it starts faster than importing it.
const require = createRequire(import.meta.url);
const { run } = require('@oclif/core/run');
const { flush } = require('@oclif/core/flush');
const { handle } = require('@oclif/core/handle');
await run(process.argv.slice(2), import.meta.url).then(() => flush(), handle);
// Whatever still runs for a command that has said its last word (a helper, a browser, a bundler) is ended with the process.
setTimeout(() => process.exit(), 600).unref();

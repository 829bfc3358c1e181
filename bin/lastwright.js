#!/usr/bin/env node
import { flush } from '@oclif/core/flush';
import { handle } from '@oclif/core/handle';
import { run } from '@oclif/core/run';

await run(process.argv.slice(2), import.meta.url).then(() => flush(), handle);

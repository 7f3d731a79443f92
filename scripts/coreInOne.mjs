#!/usr/bin/env node
import { coreInOne } from './lib/tools.mjs';

await coreInOne();

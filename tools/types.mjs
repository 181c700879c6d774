// Type-checks every package, two at a time.
import { bin, ensureDependencies } from './ensure.mjs';
import { sideBySide } from './sideBySide.mjs';

ensureDependencies();
const names = ['web', 'server', 'core', 'contract', 'e2e'];
const ok = await sideBySide(names.map((name) => ({ args: [bin('typescript/bin/tsc'), '-p', name] })));
process.exit(ok ? 0 : 1);

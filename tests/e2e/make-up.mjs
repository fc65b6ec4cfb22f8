// Makes the demo's organisation up once, for all files of tests to start from: node tests/e2e/make-up.mjs FOLDER
import { startDemo } from "./corlin.mjs";

const demo = await startDemo({ data: process.argv[2] });
await demo.stop();

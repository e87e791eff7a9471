/** Prints "PASSED FAILED" from the JSON report of a test runner. */
import { readFileSync } from 'node:fs';

const report = JSON.parse(readFileSync(process.argv[2], 'utf8'));
if ('numPassedTests' in report)
	console.log(
		report.numPassedTests,
		report.numFailedTests + (report.numFailedTestSuites > 0 && report.numFailedTests === 0 ? 1 : 0),
	);
else console.log(report.stats.expected, report.stats.unexpected + report.stats.flaky + report.errors.length);

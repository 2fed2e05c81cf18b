import { expect } from 'chai';
import { provenFindings, STEPS, stepsOf } from '../../../src/lib/core/review';
import { fieldsOf, kindOf } from '../../../src/lib/core/design';
import { timedSites } from '../../../src/lib/core/model';
import { EXAMPLES } from '../example';
import { sessionOf, shown, wordsOf, type Session } from './stage';

/** What a system may be without, and the words that then have no place in it. */
const ABSENT: [what: string, there: (session: Session) => boolean, word: RegExp][] = [
	['a pump', ({ design }) => design.source.kind === 'pump', /\bpumps?\b/i],
	['a timer', ({ model }) => timedSites(model).size > 0, /(?<!no )\btimers?\b/i],
	[
		'buckets',
		({ design }) =>
			/bucket/.test(JSON.stringify(Object.values(design.tank))) ||
			design.stands.some(
				(stand) =>
					/bucket/.test(kindOf(stand).words.container.join()) ||
					/^bucket/.test(fieldsOf(stand).bucketId ?? '')
			),
		/\bbuckets?\b/i
	]
];

describe('what is not there is not spoken of', () => {
	for (const name of EXAMPLES)
		it(name, async () => {
			const session = await sessionOf(name);
			const said: string[] = [];
			const look = (where: string, text: string) => {
				for (const [what, there, word] of ABSENT) {
					const at = there(session) ? -1 : text.search(word);
					if (at >= 0)
						said.push(`${where}, ${what}: …${text.slice(Math.max(0, at - 50), at + 30)}`);
				}
			};
			const { model } = session;
			const findings = provenFindings(model);
			for (const { code, message, fixes } of findings)
				look(code, [message, ...fixes.flatMap(({ label, effect }) => [label, effect])].join(' '));
			for (const { step, headline } of stepsOf(model, findings)) look(step, headline);
			for (const step of STEPS) {
				// there one can be chosen
				if (step === 'pump') continue;
				session.view.step = step;
				const sheet = await shown(session, 'ui/inspector/Sheet.svelte');
				const drawn = sheet.querySelectorAll('svg text').map((label) => label.text);
				look(`sheet ${step}`, [wordsOf(sheet), ...drawn].join(' '));
			}
			expect(said).to.deep.equal([]);
		});
});

import { networksSolved } from '../src/lib/core/hydraulics';
import type { SystemModel } from '../src/lib/core/model';
import { provenFindings, findingsOf, type ProvenFinding } from '../src/lib/core/review';
import { modelOf } from '../tests/unit/example';

/** How much is worked out: stages of the model made, and networks solved within them. */
export interface Work {
	stages: number;
	networks: number;
}

/** What judging an example costs, and what proving its fixes costs besides; `most`: one stage's share of the first. */
export function workOf(
	name: string,
	model: SystemModel = modelOf(name)
): { judged: Work; proven: Work; most: number; findings: ProvenFinding[] } {
	const sum = () => [...model.solves.values()].reduce((all, one) => all + one, 0);
	const began = networksSolved();
	findingsOf(model);
	const judged = { stages: sum(), networks: networksSolved() - began };
	const most = Math.max(...model.solves.values());
	const findings = provenFindings(model);
	const proven = {
		stages: sum() - judged.stages,
		networks: networksSolved() - began - judged.networks
	};
	return { judged, proven, most, findings };
}

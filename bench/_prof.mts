import { readFileSync } from 'node:fs';
import * as design from '../src/lib/core/design';
import { SystemModel } from '../src/lib/core/model';
import { assessModel } from '../src/lib/core/operations';
import { BUILT_IN_SHELF } from '../src/lib/core/shelf';
import { Evaluator } from '../src/lib/core/model/evaluator';
const name = process.argv[2] ?? 'tower-bank';
const parts = design.partsIn(design.readDesignFile(readFileSync(`/work/main/examples/${name}.json`, 'utf8')));
const counts = new Map<string, number>(); let models = 0;
const make = (Evaluator.prototype as any).make;
(Evaluator.prototype as any).make = function (s: any, o: any) { counts.set(s.name, (counts.get(s.name) ?? 0) + 1); return make.call(this, s, o); };
let model = new SystemModel(parts, BUILT_IN_SHELF);
assessModel(model);
for (let k = 1; k <= 60; k++) {
	if (k === 55) counts.clear();
	model = model.with([{ path: k % 2 ? 'record.nowL' : 'operation.dial', value: k % 2 ? parts.record.nowL * (1 - k / 1000) : parts.operation.dial * (1 - k / 1000) }]);
	assessModel(model);
}
console.log(name, Object.fromEntries([...counts].map(([k, v]) => [k, +(v / 6).toFixed(1)])));

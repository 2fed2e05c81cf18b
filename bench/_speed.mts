// old against new in one run: model and rules of every example, and a step of a drag
import { readdirSync } from 'node:fs';
const at = (root: string, path: string) => import(`${root}/src/lib/core/${path}/index.ts`);
async function side(root: string, old: boolean) {
	const design = await at(root, 'design');
	const review = await at(root, 'review');
	const ops = await at(root, 'operations');
	const shelf = await at(root, 'shelf');
	const Model = old ? review.Chain : (await at(root, 'model')).SystemModel;
	const assess = old ? ops.assessChain : ops.assessModel;
	return { design, Model, assess, SHELF: shelf.BUILT_IN_SHELF };
}
const { readFileSync } = await import('node:fs');
const sides = [await side('/tmp/old', true), await side('/work/main', false)];
const rows: string[] = [];
const total = [0, 0, 0, 0];
for (const file of readdirSync('/work/main/examples')) {
	const text = readFileSync(`/work/main/examples/${file}`, 'utf8');
	const best = sides.map((s) => {
		const parts = s.design.partsIn(s.design.readDesignFile(text));
		let fresh = Infinity, drag = Infinity;
		for (let i = 0; i < 25; i++) {
			const t = performance.now();
			const m = new s.Model(parts, s.SHELF);
			s.assess(m);
			fresh = Math.min(fresh, performance.now() - t);
			let model = m;
			const t2 = performance.now();
			for (let k = 1; k <= 6; k++) {
				model = model.with([{ path: k % 2 ? 'record.nowL' : 'operation.dial', value: k % 2 ? parts.record.nowL * (1 - k / 100) : parts.operation.dial * (1 - k / 200) }]);
				s.assess(model);
			}
			drag = Math.min(drag, (performance.now() - t2) / 6);
		}
		return [fresh, drag];
	});
	total[0]! += best[0]![0]!; total[1]! += best[1]![0]!; total[2]! += best[0]![1]!; total[3]! += best[1]![1]!;
	rows.push(`${file.padEnd(26)} fresh ${best[0]![0]!.toFixed(2)} → ${best[1]![0]!.toFixed(2)}   drag ${best[0]![1]!.toFixed(2)} → ${best[1]![1]!.toFixed(2)}`);
}
console.log(rows.join('\n'));
console.log(`all: fresh ${total[0]!.toFixed(1)} → ${total[1]!.toFixed(1)} (${(total[1]! / total[0]!).toFixed(2)}), drag ${total[2]!.toFixed(1)} → ${total[3]!.toFixed(1)} (${(total[3]! / total[2]!).toFixed(2)})`);

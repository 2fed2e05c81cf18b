import { expect } from 'chai';
import fc from 'fast-check';
import { monthsOf, readingsOf, weatherOn, type Month } from '../../src/lib/core/design';
import { aheadOf, monthsAhead, topUpSteps, type SystemModel } from '../../src/lib/core/model';
import { allOf, InvalidInput } from '../../src/lib/core/quantity';
import { calculate } from '../../src/lib/core/operations';
import { EXAMPLES, example, modelOf, set } from './example';

const DAY = '2026-05-28';
const grown = (model: SystemModel) =>
	model.with([
		set(
			'record.stages',
			Object.fromEntries(Object.keys(model.operation.crops).map((id) => [id, 'full']))
		)
	]);
const list = (figure: number | number[] | undefined): number[] =>
	Array.isArray(figure) ? figure : [];

describe('the days ahead', function () {
	this.timeout(120_000);
	for (const name of EXAMPLES) {
		it(`${name}: full grown and without a year every day is as today; with one each has its own weather`, () => {
			const model = grown(modelOf(name, set('operation.succession', {})));
			const { days, input, result, course } = aheadOf(model, DAY, 21);
			expect(course).to.equal(false);
			for (const { leavesL, wastedL } of days) {
				expect(leavesL).to.be.closeTo(model.account.leavesLPerDay, 1e-9);
				expect(wastedL).to.be.closeTo(model.account.wastedL, 1e-9);
			}
			// what every day takes is what the run of like days takes
			for (const litres of list(input.useLPerDay))
				expect(litres).to.be.closeTo(model.run.input.useLPerDay as number, 1e-9);
			expect(result.days.at(-1)!.ecMsCm).to.be.closeTo(model.run.result.days.at(-1)!.ecMsCm, 1e-9);
			if (model.area.climate.setting === 'indoors') return;
			const year = model.with([set('place.months', monthsOf('mild'))]);
			const july = aheadOf(year, '2026-07-10', 14);
			const january = aheadOf(year, '2026-01-10', 14);
			expect(july.days[0]!.et0MmDay).to.be.greaterThan(2 * january.days[0]!.et0MmDay);
			expect(july.hotWeek).to.not.equal(null);
		});

		it(`${name}: water in is water out, month by month and over the year`, () => {
			const model = modelOf(name).with([set('place.months', monthsOf('dry'))]);
			const ahead = aheadOf(model, DAY, 365);
			const { input, result } = ahead;
			const { usedL, wastedL, evaporatedL, addedL, changedL, ranOffL } = result.totals;
			const changedIn = result.changes.length * (input.change?.toL ?? 0);
			const rain = list(input.rainLPerDay).reduce((sum, litres) => sum + litres, 0);
			const end = result.days.at(-1)!.volumeL;
			expect(
				input.startL +
					addedL +
					changedIn +
					rain -
					usedL -
					wastedL -
					evaporatedL -
					changedL -
					ranOffL
			).to.be.closeTo(end, 1e-6 * (1 + addedL));
			const months = monthsAhead(model, ahead);
			const sum = (of: (month: (typeof months)[number]) => number) =>
				months.reduce((total, month) => total + of(month), 0);
			expect(sum(({ days }) => days)).to.equal(365);
			expect(sum(({ filledL }) => filledL)).to.be.closeTo(addedL + changedIn, 1e-6);
			expect(sum(({ changes }) => changes)).to.equal(result.changes.length);
			const daily = model.pumpEnergy?.result.energyKwhPerDay ?? 0;
			expect(sum(({ kwh }) => kwh)).to.be.closeTo(365 * daily, 1e-6);
		});

		it(`${name}: each way of topping up does what it says when it is taken`, () => {
			const model = modelOf(name);
			const ways = allOf(topUpSteps(model, DAY, 21));
			expect(ways.filter(({ because }) => because !== null)).to.have.length(1);
			for (const { changes, dryDay, reserveEmptyDay, course, everyDays } of ways) {
				const { result, input } = aheadOf(model.with(changes), DAY, 21);
				expect(result.firstDayBelowPump).to.equal(dryDay);
				expect(result.reserveEmptyDay).to.equal(reserveEmptyDay);
				expect(result.days.slice(0, course.length).map(({ ecMsCm }) => ecMsCm)).to.deep.equal(
					course
				);
				if (input.topUp.kind === 'refill') expect(input.topUp.everyDays).to.equal(everyDays);
			}
		});
	}

	it('today is as everywhere: what plants drink on the first day is what the account says', () => {
		for (const name of EXAMPLES) {
			const model = modelOf(name, set('operation.succession', {}));
			const [today] = aheadOf(model, DAY, 1).days;
			expect(today!.leavesL, name).to.be.closeTo(model.account.leavesLPerDay, 1e-9);
		}
	});

	it('a plant grows on from the stage it was seen at, and drinks no less from day to day', () => {
		const model = modelOf('outdoor-bucket-rows');
		for (const stage of ['seedling', 'young', 'growing', 'full']) {
			const all = Object.fromEntries(Object.keys(model.operation.crops).map((id) => [id, stage]));
			const { days } = aheadOf(model.with([set('record.stages', all)]), DAY, 120);
			const litres = days.map(({ leavesL }) => leavesL);
			expect(litres).to.deep.equal([...litres].sort((a, b) => a - b));
			const full = grown(model).account.leavesLPerDay;
			expect(litres.at(-1)).to.be.closeTo(full, 1e-9);
			if (stage === 'full') expect(litres[0]).to.be.closeTo(full, 1e-9);
		}
	});

	it('before they are planted out and after they are picked nothing is drunk', () => {
		const columns = modelOf('kitchen-columns');
		const once = (from: string) => ({
			from,
			batches: 1,
			everyDays: 7,
			rounds: 1,
			pickDays: 5,
			emptyDays: 7,
			moved: {}
		});
		const model = columns.with([
			set('record.stages', {}),
			set('record.plantOutOn', '2026-06-07'),
			set(
				'operation.succession',
				Object.fromEntries(
					[...new Set(Object.values(columns.operation.crops))].map((id) => [id, once('seed')])
				)
			)
		]);
		const { days } = aheadOf(model, DAY, 90);
		const at = (date: string) => days.find((day) => day.date === date)!.leavesL;
		expect(at('2026-06-06')).to.equal(0);
		expect(at('2026-06-07')).to.be.greaterThan(0);
		expect(at('2026-06-25')).to.be.greaterThan(at('2026-06-07'));
		expect(days.at(-1)!.leavesL).to.equal(0);
	});

	it('rain falls into an open tank outdoors, thins it and runs off over the brim; under a lid it does not', () => {
		const wet = monthsOf('cool').map((month) => ({ ...month, rainMm: 900 }));
		const model = modelOf('yard-channels').with([set('place.months', wet)]);
		expect(aheadOf(model, DAY, 21).input.rainLPerDay).to.equal(undefined);
		const open = model.with([set('design.tank.open', true)]);
		const { input, result } = aheadOf(open, DAY, 21);
		const { lengthM, widthM, round } = open.layout.tank;
		const m2 = lengthM * widthM * (round ? Math.PI / 4 : 1);
		expect(list(input.rainLPerDay)[0]).to.be.closeTo((900 / 30.4) * m2, 1e-9);
		expect(result.totals.ranOffL).to.be.greaterThan(0);
		expect(result.ecMinMsCm).to.be.lessThan(aheadOf(model, DAY, 21).result.ecMinMsCm);
	});

	it('assess reads the day and says its reservoir-run day by day, reproduced from its input', () => {
		const answer = calculate('assess', { ...example('outdoor-bucket-rows'), today: DAY });
		if (!('result' in answer)) throw new Error('refused');
		const { operations } = answer.result as {
			operations: Record<string, { input: { useLPerDay: unknown }; result: unknown }[]>;
		};
		for (const { input, result } of operations['reservoir-run']!) {
			expect(input.useLPerDay).to.be.an('array').with.length(21);
			const again = calculate('reservoir-run', input);
			expect('result' in again && again.result).to.deep.equal(result);
		}
	});
});

describe('the year of a place', () => {
	it('each month stands for its middle, the days between lie between, and a hole is bridged', () => {
		const months = monthsOf('mild');
		fc.assert(
			fc.property(
				fc.date({
					min: new Date('2024-01-01'),
					max: new Date('2027-12-31'),
					noInvalidDate: true
				}),
				fc.subarray([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11], { maxLength: 9 }),
				(day, holes) => {
					const date = day.toISOString().slice(0, 10);
					const holed = months.map((month, i) => (holes.includes(i) ? null : month));
					const { tMinC } = weatherOn(holed, date)!;
					const known = holed.flatMap((month) => month?.tMinC ?? []);
					expect(tMinC).to.be.within(Math.min(...known), Math.max(...known));
				}
			),
			{ seed: 13, numRuns: 200 }
		);
		expect(weatherOn(months, '2026-06-15')!.tMinC).to.be.closeTo(months[5]!.tMinC, 0.3);
		expect(
			weatherOn(
				months.map((month, i) => (i === 5 ? month : null)),
				'2026-06-15'
			)
		).to.equal(null);
		expect(weatherOn(null, '2026-06-15')).to.equal(null);
	});

	const HEAD = 'date,tmin,tmax,rhmin,rhmax,wind (km/h),rain';
	const usual = monthsOf('mild');
	const refusal = (csv: string) => {
		try {
			readingsOf(csv, usual);
		} catch (fault) {
			if (fault instanceof InvalidInput) return fault.issues;
			throw fault;
		}
		throw new Error('it was taken');
	};

	it('daily readings become months: means of the days, rain of a whole month, units as the heading says', () => {
		const { months, days } = readingsOf(
			`${HEAD}\n2026-06-01,10,20,40,80,7.2,3\n2026-06-02,12,24,50,90,10.8,0\n\n2026-07-01,14;`.replace(
				'\n\n2026-07-01,14;',
				''
			),
			usual
		);
		expect(days[5]).to.equal(2);
		expect(months.filter((month) => month !== null)).to.have.length(1);
		expect(months[5]).to.deep.equal({
			tMinC: 11,
			tMaxC: 22,
			rhMinPercent: 45,
			rhMaxPercent: 85,
			windMS: 2.5,
			solarMjM2: usual[5]!.solarMjM2,
			rainMm: 46
		} satisfies Month);
		const warm = readingsOf('Date;Tmin (°F);Tmax (°F);RHmin;RHmax\n01.02.2026;32;50;40;80', usual);
		expect(warm.months[1]).to.include({ tMinC: 0, tMaxC: 10 });
	});

	it('a mistake is told at its row and column, with what would work', () => {
		const line = (text: string) => `${HEAD}\n2026-06-01,10,20,40,80,5,0\n${text}`;
		const cases: [csv: string, path: RegExp, message: RegExp][] = [
			[line('2026-06-02,50,68,40,80,5,0'), /row 3, column 3 \(tmax\)/, /°F, write \(°F\)/],
			[line('2026-06-02,20,10,40,80,5,0'), /row 3, column 2 \(tmin\)/, /swapped/],
			[line('2026-06-02,10,20,40,180,5,0'), /row 3, column 5 \(rhmax\)/, /0 to 100 %/],
			[line('soon,10,20,40,80,5,0'), /row 3, column 1 \(date\)/, /2026-04-02/],
			[line('2026-06-02,cold,20,40,80,5,0'), /row 3, column 2 \(tmin\)/, /no number/],
			['date,tmin,rhmin,rhmax\n2026-06-02,1,2,3', /row 1/, /“tmax”/],
			['date,tmin (K),tmax,rhmin,rhmax\n2026-06-02,1,2,3,4', /row 1, column 2/, /unit K/],
			['day one\n1', /row 1/, /“date”/],
			[HEAD, /^$/, /no line of readings/]
		];
		for (const [csv, path, message] of cases) {
			const [issue] = refusal(csv);
			expect(issue!.path, csv).to.match(path);
			expect(issue!.message, csv).to.match(message);
		}
		const many = `${HEAD}\n${Array.from({ length: 40 }, () => '2026-06-02,20,10,40,80,5,0').join('\n')}`;
		expect(refusal(many).at(-1)!.message).to.equal('and 32 more');
	});
});

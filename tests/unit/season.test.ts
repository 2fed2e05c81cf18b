import { expect } from 'chai';
import { entriesOf, seasonOf } from '../../src/lib/core/model';
import { calendarOf } from '../../src/lib/ui/clock/calendar';
import { EXAMPLES, modelOf } from './example';

describe('the season', () => {
	for (const name of EXAMPLES)
		it(`${name}: every crop is sown before it is planted out and picked after, and a calendar takes it`, async () => {
			const model = modelOf(name);
			const season = seasonOf(model, '2026-04-02');
			const planted = new Set(Object.values(model.operation.crops));
			expect(new Set(season.map(({ cropId }) => cropId))).to.deep.equal(planted);
			expect(season.reduce((sum, { sites }) => sum + sites, 0)).to.equal(
				Object.keys(model.operation.crops).length
			);
			for (const { cropId, sow, plantOut, pick } of season) {
				const order = [...(sow ?? []), plantOut, ...(pick ?? [])];
				expect([...order].sort(), cropId).to.deep.equal(order);
			}
			const entries = entriesOf(season, model.design.name);
			for (const { from, until } of entries) expect(until > from).to.equal(true);
			const text = await calendarOf(entries);
			expect(text.match(/BEGIN:VEVENT/g)).to.have.length(entries.length);
			expect(text).to.contain('DTSTART;VALUE=DATE:20260402');
		});

	it('days are counted by the calendar, over a leap day and a year’s end', () => {
		const model = modelOf('lean-to-rail');
		const pepper = (on: string) =>
			seasonOf(model, on).find(({ cropId }) => cropId === 'sweet-pepper')!;
		const { figures } = model.shelf.crops.find(({ id }) => id === 'sweet-pepper')!;
		const days = (a: string, b: string) => (Date.parse(b) - Date.parse(a)) / 86_400_000;
		for (const on of ['2028-03-01', '2026-01-05', '2026-12-20']) {
			const { sow, pick } = pepper(on);
			expect(days(sow![0], on)).to.equal(Math.round(figures.propagationDays!.high));
			expect(days(on, pick![1])).to.equal(Math.round(figures.harvestDays!.high));
		}
	});
});

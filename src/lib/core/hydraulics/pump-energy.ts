import { z } from 'zod';
import { quantity } from '../quantity';

export const pumpEnergyInput = z.strictObject({
	watts: quantity('power', 'power', { min: 0, max: 10_000 }),
	minutesPerDay: quantity('minutes a day', 'minutes', { min: 0, max: 1440 }),
	/** Water the pump stands in. */
	litres: quantity('water in the tank', 'volume', { above: 0, max: 100_000 }),
	pricePerKwh: quantity('price of electricity', 'perKwh', { min: 0, max: 100 }).default(0)
});
export const pumpEnergyOutput = z.strictObject({
	energyKwhPerDay: z.number(),
	warmingCPerDay: z.number(),
	costPerMonth: z.number()
});
export type PumpEnergy = z.infer<typeof pumpEnergyOutput>;

/** Heat it takes to warm a kilogram of water by a degree, J; handbook value at 20 °C. */
const HEAT_J_KG_K = 4184;
const DAYS_A_MONTH = 30;

/**
 * What a pump uses, costs and warms. All of the power of a pump under water ends in the water: what lifts it falls
 * back as heat. Nothing is lost to the air, so it is the most the tank can warm.
 *
 * @returns kWh a day, °C a day at the most, cost of thirty days in the currency of the price
 * @example pumpEnergy({ watts: 20, minutesPerDay: 60, litres: 40 }).warmingCPerDay // 0.43
 */
export function pumpEnergy(input: z.input<typeof pumpEnergyInput>): PumpEnergy {
	const { watts, minutesPerDay, litres, pricePerKwh = 0 } = input;
	const energyKwhPerDay = (watts * minutesPerDay) / 60_000;
	return {
		energyKwhPerDay,
		warmingCPerDay: (energyKwhPerDay * 3.6e6) / (HEAT_J_KG_K * litres),
		costPerMonth: energyKwhPerDay * DAYS_A_MONTH * pricePerKwh
	};
}

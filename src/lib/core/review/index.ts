export * from './codes';
export * from './dry-run';
export * from './finding';
export { allFed } from './findings/flow-fixes';
export * from './mix-card';
export {
	bottleAsked,
	bottleCalled,
	dosedBy,
	pourSteps,
	substanceCalled,
	whyNoAmount
} from './pour-words';
export * from './proof';
export * from './review';
export { isSettled, judgedBy, wordFor } from './settled';
export { dayOf } from './dates';
export * from './steps';
export { containerWords, faultWords, outletWords } from './words';

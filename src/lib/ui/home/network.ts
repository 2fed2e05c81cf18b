/** A code for a phone's camera: how many squares a side, and the dark ones as a path. */
export interface Code {
	size: number;
	path: string;
}
/** How other devices reach this Crelbo, and what stands before them. */
export interface Network {
	open: boolean;
	/** Where a phone finds it, with a code that holds that address alone. */
	addresses: { address: string; code: Code }[];
	passcode: 'none' | 'set' | 'fixed';
	atMachine: boolean;
	secure: boolean;
	/** There is a certificate of its own that a phone has to be told to trust. */
	trust: boolean;
}

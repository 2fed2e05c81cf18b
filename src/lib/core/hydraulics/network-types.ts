/** The water path as a graph. Elevations, heads and lengths in m, flows in L/h, diameters in mm. */
export interface NetworkInput {
	temperatureC: number;
	source: Source;
	nodes: NetworkNode[];
	links: NetworkLink[];
}

export interface CurveNumbers {
	shutOffHeadM: number;
	coefficient: number;
	exponent: number;
}

export type Source =
	| { kind: 'pump'; nodeId: string; waterLevelM: number; curve: CurveNumbers; speed: number }
	| { kind: 'tank'; nodeId: string; waterLevelM: number };

export interface NetworkNode {
	id: string;
	elevationM: number;
	outlet?: Outlet;
}

export type Outlet =
	| { kind: 'orifice'; nominalFlowLph: number; nominalHeadM: number; exponent: number }
	| { kind: 'compensating'; nominalFlowLph: number; minHeadM: number; maxHeadM: number }
	| {
			kind: 'tube';
			innerDiameterMm: number;
			lengthM: number;
			outletElevationM: number;
			fittingsK: number;
	  };

export interface NetworkLink {
	id: string;
	from: string;
	to: string;
	innerDiameterMm: number;
	lengthM: number;
	roughnessMm: number;
	fittingsK: number;
	open: boolean;
}

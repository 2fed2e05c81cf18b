import { findOperation } from '$lib/core/operations';
import { answer, json, problem, readJson, whileThere } from '$lib/server/http';
import { pool } from '$lib/server/pool';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ params, platform, request }) =>
	answer(async () => {
		if (!findOperation(params.op))
			return problem(404, 'unknown-operation', `there is no operation "${params.op}"`);
		const input = await readJson(request);
		const { signal, end } = whileThere(platform);
		const result = await pool().runWhile(signal, 'calculate', params.op, input).finally(end);
		if ('result' in result) return json(result.result);
		return json(result, result.error.code === 'no-solution' ? 422 : 400);
	});

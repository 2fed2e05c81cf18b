import { findOperation } from '$lib/core/operations';
import { answer, json, problem, readJson } from '$lib/server/http';
import { pool } from '$lib/server/pool';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ params, request }) =>
	answer(async () => {
		if (!findOperation(params.op))
			return problem(404, 'unknown-operation', `there is no operation "${params.op}"`);
		const result = await pool().run('calculate', params.op, await readJson(request));
		if ('result' in result) return json(result.result);
		return json(result, result.error.code === 'no-solution' ? 422 : 400);
	});

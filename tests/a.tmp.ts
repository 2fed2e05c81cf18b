import { modelOf } from './unit/example';
import { mixCard } from '../src/lib/core/review';
for (const n of ['lean-to-rail','single-bucket','away-bench']) { const m = modelOf(n as never);
for (const s of mixCard(m)) console.log(s.id, '|', s.text, '|', s.amount, '|', s.expect?.low.toFixed(2), s.expect?.high.toFixed(2), s.waitMin ?? '', s.caution ?? '');
console.log(m.weighing.smallestL, m.weighing.worst, m.weighing.elementsPercent, m.phDrift, m.bottles.stock?.result.worstSaturation); }

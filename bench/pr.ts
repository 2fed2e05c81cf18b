import { readFileSync } from 'node:fs';
import { readDesignFile } from '../src/lib/core/design';
import { BUILT_IN_SHELF } from '../src/lib/core/shelf';
import { Chain } from '../src/lib/core/review';
import { assessChain } from '../src/lib/core/operations';
const {design:d,place}=readDesignFile(readFileSync('examples/lean-to-rail.json','utf8'));
for(let k=0;k<8;k++){const t=performance.now();for(let i=0;i<50;i++){assessChain(new Chain({...d,water:{...d.water,nowL:30+i/30}},place,BUILT_IN_SHELF));} console.log('ms/assess',(performance.now()-t)/50);}

import { writeFileSync } from 'node:fs';
import { startBucketBench, writeDesignFile, type Place } from '../src/lib/core/design';
import { BUILT_IN_SHELF } from '../src/lib/core/shelf';
import { Chain } from '../src/lib/core/review/chain';
const place: Place = { schemaVersion:1, name:'Tern Cottage', reachM:0.7,
 water:{ecMsCm:0.32,ph:7.4,alkalinityMeqL:1.9,Ca:34,Mg:5,Na:12,Cl:19,S:7}, pricePerKwh:0.29, units:{system:'metric',strength:'mscm'},
 areas:[{id:'lean-to',name:'Lean-to',kind:'greenhouse',lengthM:3.4,widthM:1.2,heightM:2.6,floorKgM2:null,sunOnPipes:true,obstacles:[],
 climate:{setting:'outdoors',tMinC:14,tMaxC:30,rhMinPercent:45,rhMaxPercent:88,windMS:0.4,elevationM:40,latitudeDeg:52,dayOfYear:148,solarMjM2:20}}]};
const d = startBucketBench({name:'Lean-to rail',areaId:'lean-to',buckets:14,cropId:'cucumber',roomMm:2900,bucketId:'bucket-11',pumpId:'pump-900',tankId:'tote-75'},BUILT_IN_SHELF);
const s=d.stands[0]!; Object.assign(s,{id:'rail',name:'Rail',lengthMm:2900,endClearMm:190,pitchMm:420,perRow:7,rows:2,rowGapMm:440,lowEndHeightMm:630,fallPercent:1.5,rowTubeId:'feed-13'});
d.plants={};
const crops={A:['sweet-pepper','sweet-pepper','climbing-bean','climbing-bean','cucumber','cucumber','cucumber'],B:['sweet-pepper','sweet-pepper','climbing-bean','climbing-bean','climbing-bean','cucumber','cucumber']};
for(const r of ['A','B'] as const) crops[r].forEach((c,i)=>{d.plants[`rail.${r}${i+1}`]={cropId:c,stage:'full'}});
d.tank={partId:'tote-75',shape:null,spot:'under',floorMm:0,overflowBelowRimMm:0};
d.water={nowL:32,fillL:34,topUp:{kind:'float',reserveL:120,with:'weak'},maxDriftPercent:25,uptakePercent:85,useFactor:1};
d.source={kind:'pump',partId:'pump-900',dial:Number(process.argv[3]??0.72),bench:null};
d.lines.mainTubeId='feed-13';
d.feed.setMin=Number(process.argv[2]??9); d.feed.timer.slotsPerDay=16;
d.diary.plantOutOn='2026-04-02'; d.diary.dryRunOn='2026-03-30';
d.assumed=[];
d.notes='Cucumbers at the sunny end, strings from the ridge beam.';
writeFileSync('examples/lean-to-rail.json',writeDesignFile({design:d,place}));
const c=new Chain(d,place,BUILT_IN_SHELF);
console.log('weather',c.weather.result); console.log('use',c.thirst.useLPerDay, c.thirst.crops.map(x=>[x.crop.id,x.siteIds.length,x.litresPerDay]));
console.log(c.path.result.source,c.path.result.uniformity,c.path.waterLevelM);
for(const x of c.layout.emissions) console.log(x.label, x.zM.toFixed(3), c.path.outletLph.get(x.nodeId)!.toFixed(2), c.feed?.needLph.get(`rail.${x.label}`)?.toFixed(2));
console.log(c.feed?.plan.dayEvents,c.feed?.plan.nightEvents,c.feed?.plan.onMin,c.feed?.plan.warnings, c.feed?.plan.events.map(e=>e.startMin));
console.log('lowest',c.lowestFlowingL,c.lowestFedL,'min',c.tank.pumpMinimumL,c.tank.fullL, c.drainBack.result, c.drainBack.highestM, c.layout.returns[0]!.endM, c.layout.tank.clearanceM);
console.log(c.returns.map(r=>r.result),c.size.result,c.run.result.firstDayBelowPump,c.run.result.reserveEmptyDay,c.run.result.ecMinMsCm,c.run.result.ecMaxMsCm);
console.log(c.mix.items,c.mix.expectedMsCm,c.mix.recommendedMsCm,c.mix.range,c.mix.ph);
console.log(c.layout.extent, c.layout.joints.map(j=>[j.id,j.fits]), c.layout.problems);
for(let k=0;k<5;k++){const t=performance.now();for(let i=0;i<50;i++){const cc=new Chain({...d,water:{...d.water,nowL:30+i/3}},place,BUILT_IN_SHELF); cc.layout;cc.path;cc.feed;cc.drainBack;cc.size;cc.run;cc.mix;cc.lowestFlowingL;cc.lowestFedL;} console.log('ms/chain',(performance.now()-t)/50);}
import { assessChain } from '../src/lib/core/operations';
const a=assessChain(c); for(const f of a.findings) console.log(f.severity,f.code,f.step,'|',f.message,'\n    ',f.fixes.map(x=>`[${x.label} · ${x.effect}]`).join(' ')); console.log(a.steps.map(s=>s.step+':'+s.state+':'+s.headline).join('  '));
for(let k=0;k<6;k++){const t=performance.now();for(let i=0;i<50;i++){assessChain(new Chain({...d,water:{...d.water,nowL:30+i/30}},place,BUILT_IN_SHELF));} console.log('ms/assess',(performance.now()-t)/50);}

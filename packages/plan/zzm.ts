import { readFileSync } from 'node:fs';
import { loadWhole } from '@vernal-slope/plan/document';
import { simulatePlan, simulateReport } from '@vernal-slope/plan/simulate';
for (const f of ['ousel-bank','tarn-foot','kestrel-croft']) {
const l = loadWhole(readFileSync(`/work/main/demo/plans/${f}.vernal.json`,'utf8')); if(!l.ok) throw 1;
for (const [hours,o] of [[24,{every:60,exact:true}],[24,{}],[48,{}],[720,{every:600}],[720,{every:600}]] as const){
const t0=performance.now(); const r = simulatePlan(l.plan,{duration:hours*3600},o);
console.log(f,hours,JSON.stringify(o),(performance.now()-t0).toFixed(0),'ms solves',r.run.solves,'steps',r.run.steps,'moments',r.run.moments.length,'settled',r.run.settled,'events',r.events.length,'err',r.run.balance.error*1000);
if(hours===24&&!('every' in o)) { console.log(JSON.stringify(simulateReport(r,[]).summary,null,0)); console.log(JSON.stringify(simulateReport(r,[]).balance)); console.log(r.events.map(e=>`${(e.t/3600).toFixed(2)} ${e.at} ${e.kind}`).join('; '));}
}}

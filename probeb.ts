import { madeUp, demoScene, sweep, type Motif } from './tests/truth/easel';
import { readUnder, type Condition } from './tests/truth/values';
import { lookFor, falseAlarms } from './tests/truth/findings';
import { medianOf, quantileOf } from './tests/truth/statistics';
const motifs=[await demoScene('enamel-pot', true,[400,300]), await madeUp(11,[300,240],'full'), await madeUp(12,[360,260],'light'), await madeUp(13,[300,300],'dark'), await demoScene('plaster-shell',false,[250,250])];
const what=process.argv[2];
if (what==='values') for (const c of (process.argv[3]?[process.argv[3]]:['linear, corners given','clean, head-on','tungsten, one stop, card','tungsten, one stop, no card']) as Condition[]) { const r=await readUnder(c,motifs);
 console.log(c,'| value median',medianOf(r.map(x=>x.value)).toFixed(3),'90%',quantileOf(r.map(x=>x.value),.9).toFixed(3),'warmth',medianOf(r.map(x=>x.warmth)).toFixed(2),'90%',quantileOf(r.map(x=>x.warmth),.9).toFixed(2),'chroma',medianOf(r.map(x=>x.chroma)).toFixed(2),'within 1.645s',(r.filter(x=>x.sigmas<1.645).length/r.length).toFixed(2));
 for (const m of motifs) { const s=r.filter(x=>x.motif===m.name); console.log('   ',m.name,'value',s.map(x=>x.value.toFixed(2)).join(' '),'warmth',s.map(x=>x.warmth.toFixed(1)).join(' ')); } }
if (what==='find') { const n=Number(process.argv[3]??10); let found=0,top=0; for (let s=Number(process.argv[4]??1);s<=n;s++){ const m=motifs[s%motifs.length]; const r=await lookFor(m,s); if(r.rank>=0)found++; if(r.rank>=0&&r.rank<5)top++; console.log(s,m.name,r.injected.kind,r.injected.amount.toFixed(2),r.injected.box.map(v=>v.toFixed(0)).join(),'rank',r.rank,'of',r.findings.length,r.rank<0||r.findings.length>2?r.findings.map(f=>f.words+f.region.box.map(v=>v.toFixed(0)).join()).join(' | '):''); } console.log('found',found,'top5',top,'of',n); }
if (what==='false') { const n=Number(process.argv[3]??5); for (let s=1;s<=n;s++){ const m=motifs[s%motifs.length]; const r=await falseAlarms(m,s+40); console.log(s,m.name,r.length,r.join(' | ')); } }
await sweep();

import { readFileSync } from 'node:fs'
import { readingScenes } from '#core/testing/reading/scenes.ts'
import { readLine } from '#core/work/reading/index.ts'
const S: Record<string,string> = {m:'SW 2024.3',o:'E2025-012',c:'SW 2024.11',h:'SW 2025.6',t:'SW 2025.2'}
let ok=0,n=0,kept=0
for (const row of readFileSync(process.argv[2]??'/tmp/mine.txt','utf8').split('\n').filter(Boolean)) {
  const [s,text,want]=row.split('|') as [string,string,string]; n++
  const got=readLine(text,{...(readingScenes[S[s]??''] as any),now:'2026-11-28T20:15'})
  const acts=got.read==='not'?[]:got.acts
  const wants=want==="∅"?[]:want.split(' ; ').map(w=>{ const m=/^(wait over|ask which|[a-z]+)(.*)$/.exec(w.trim())!; const slots=[...m[2]!.matchAll(/(\w+)=(.*?)(?= \w+=|$)/g)].map(x=>[x[1],x[2]] as const); return {do:m[1],slots}})
  const good=acts.length===wants.length&&wants.every((w,i)=>acts[i]!.do===w.do&&w.slots.every(([k,v])=>{const g=(acts[i] as any)[k!]; return g!==undefined&&String(g).toLowerCase().includes(String(v).toLowerCase())}))
  if(good)ok++; else { if(acts.length===0) kept++; console.log(acts.length===0?'K':'W',s,'|',text,'\n   want',want,'\n   got ',got.read,acts.map(a=>{const{do:d,...r}=a as any;return d+'('+Object.entries(r).map(([k,v])=>k+'='+v).join(', ')+')'}).join(' + ')) }
}
console.log({n,ok,kept,rate:ok/n,wrong:(n-ok-kept)/n})

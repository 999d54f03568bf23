import { readingScenes } from '#core/testing/reading/scenes.ts'
import { readLine } from '#core/work/reading/index.ts'
import { lineOf, words } from '#core/work/reading/line.ts'
import { clausesOf } from '#core/work/reading/clauses.ts'
const S: Record<string,string> = {m:'SW 2024.3',o:'E2025-012',c:'SW 2024.11',h:'SW 2025.6',t:'SW 2025.2'}
for (const a of process.argv.slice(2)) { const [s='m',...r]=a.split('|'); const text=r.join('|'); const scene={...readingScenes[S[s]??''] as any, now:'2026-11-28T20:15'}
 const line=lineOf(text,scene); console.log(text); console.log('  clauses', clausesOf(line).map(c=>`[${c.link}|${words(line,c.from,c.to)}]`).join(' '));
 console.log('  names', line.mentions.map(m=>`${m.sort}/${m.by}:${words(line,m.from,m.to)}=${m.names.join('|')}`).join('; ')); console.log('  hits', line.hits.map(h=>`${h.tag}${h.is?':'+h.is:''}=${words(line,h.from,h.to)}`).join('; ')); console.log('  verbs', line.verbs.map(v=>`${v.verb.lemma}/${v.form}/${v.verb.act}${v.guessed?'?':''}`).join('; '), ' times', JSON.stringify(line.times)); console.log('  =>', JSON.stringify(readLine(text,scene))) }

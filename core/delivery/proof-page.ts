import { escaped } from '../basics/xml'

/** A page on a channel as it is shown for somebody to say yes to: its picture as a data URL. */
export type Shown = {
  page: string
  channel: string
  pageName: string
  channelName: string
  width: number
  height: number
  picture: string
  alt: string
  findings: readonly string[]
}
export type ProofTold = {
  design: string
  name: string
  campaign: string
  revision: number
  /** When it was made, for people. */
  made: string
  shown: readonly Shown[]
}

/** Text within a script: no tag of HTML can begin in it. */
const scripted = (value: unknown): string => JSON.stringify(value).replace(/</g, '\\u003c')

/**
 * A page of HTML that needs nothing but itself: every size large, a press sets a pin with a remark, all remarks are saved to a
 * file (`core/proof/remarks.ts`). What was written stays in the browser until then.
 */
export function proofPage({ design, name, campaign, revision, made, shown }: ProofTold): string {
  const several = new Set(shown.map((s) => s.page)).size > 1
  const figures = shown.map((s, n) => {
    const found =
      s.findings.length > 0
        ? `<details><summary>${s.findings.length} open finding${s.findings.length === 1 ? '' : 's'}</summary><ul>${s.findings.map((f) => `<li>${escaped(f)}</li>`).join('')}</ul></details>`
        : ''
    return `<figure id="f${n}">
<figcaption><b>${escaped(s.channelName)}</b>${several ? ` · ${escaped(s.pageName)}` : ''} <span>${s.width} × ${s.height} px</span></figcaption>
<div class="art" data-n="${n}" tabindex="0" role="button" aria-label="${escaped(`${s.channelName}: press where a remark belongs`)}" style="aspect-ratio:${s.width}/${s.height};--w:${s.width}px">
<img src="${s.picture}" alt="${escaped(s.alt || s.channelName)}" draggable="false"></div>${found}</figure>`
  })
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1">
<title>${escaped(name)}: proof</title>
<style>${STYLE}</style></head><body>
<header><div><h1>${escaped(name)}</h1><p>${escaped(campaign)} · state ${revision} · ${escaped(made)}</p></div>
<label>Your name <input id="by" maxlength="120" autocomplete="name"></label>
<button id="save" disabled>Save the remarks</button></header>
<p class="how">Press on a picture where something should change, and write what. When you are done, save the remarks and send the file back.</p>
<main>${figures.join('\n')}</main>
<aside aria-label="Remarks"><h2>Remarks</h2><ol id="list"></ol><p id="none">None yet. Without remarks: all is well.</p></aside>
<script>const proof=${scripted({ design, name, revision, shown: shown.map((s) => ({ page: s.page, channel: s.channel, title: s.channelName })) })};
${SCRIPT}</script></body></html>
`
}

const STYLE = `*{box-sizing:border-box}body{margin:0;font:15px/1.5 system-ui,sans-serif;color:#221d1a;background:#ddd9d4;padding-right:320px}
header{position:sticky;top:0;z-index:3;display:flex;gap:16px;align-items:center;padding:10px 24px;background:#fffdfa;border-bottom:1px solid #d3ccc4}
header div{flex:1;min-width:0}h1{font-size:17px;margin:0}header p{margin:0;color:#6b625b;font-size:13px}
label{font-size:13px}input,textarea{font:inherit;border:1px solid #c9c1b8;border-radius:6px;padding:5px 8px;background:#fff;color:inherit}
button{font:inherit;font-weight:600;border:0;border-radius:7px;padding:7px 14px;background:#9a3b12;color:#fff;cursor:pointer}button:disabled{background:#c9c1b8;cursor:default}
button.plain{background:none;color:#9a3b12;padding:2px 6px}
.how{margin:18px 24px 0;max-width:70ch;color:#4b433d}main{display:flex;flex-wrap:wrap;gap:32px;padding:24px;align-items:flex-start}
figure{margin:0;max-width:100%}figcaption{margin-bottom:6px}figcaption span{color:#6b625b;font-size:13px;margin-left:6px}
.art{position:relative;width:min(var(--w),calc(100vw - 392px));max-height:none;cursor:crosshair;box-shadow:0 2px 14px #0003;background:repeating-conic-gradient(#eee 0 25%,#fff 0 50%) 0 0/20px 20px}
.art img{width:100%;height:100%;display:block;user-select:none}.art:focus-visible{outline:3px solid #9a3b12;outline-offset:2px}
.pin{position:absolute;width:26px;height:26px;margin:-13px;border-radius:50%;background:#9a3b12;color:#fff;font-size:13px;font-weight:700;display:grid;place-items:center;border:2px solid #fff;box-shadow:0 1px 4px #0006;padding:0}
details{margin-top:6px;font-size:13px;color:#6b4a12;max-width:60ch}
aside{position:fixed;right:0;top:0;bottom:0;width:320px;overflow:auto;background:#fffdfa;border-left:1px solid #d3ccc4;padding:64px 16px 16px}
h2{font-size:15px;margin:0 0 8px}ol{list-style:none;margin:0;padding:0}li.r{padding:10px 0;border-top:1px solid #e5dfd8}li.r b{font-size:13px}li.r textarea{width:100%;min-height:64px;margin-top:4px;resize:vertical}#none{color:#6b625b;font-size:13px}
@media(max-width:800px){body{padding-right:0}aside{position:static;width:auto;border:0;padding:16px 24px}.art{width:min(var(--w),calc(100vw - 48px))}header{flex-wrap:wrap}}
@media(prefers-color-scheme:dark){body{background:#26221f;color:#eee8e2}header,aside{background:#1c1917;border-color:#3d3631}header p,figcaption span,#none,.how{color:#b6aca3}input,textarea{background:#2c2825;border-color:#4a423b}button.plain{color:#f0a27c}details{color:#dcb56c}}`

const SCRIPT = `const key='proof/'+proof.design+'/'+proof.revision;
let remarks=[];try{remarks=JSON.parse(localStorage.getItem(key)||'[]')}catch{}
const by=document.getElementById('by');try{by.value=localStorage.getItem('proof/by')||''}catch{}
const $=(tag,more)=>Object.assign(document.createElement(tag),more);
const keep=()=>{try{localStorage.setItem(key,JSON.stringify(remarks));localStorage.setItem('proof/by',by.value)}catch{}};
const told=()=>remarks.filter(r=>r.text.trim());
function show(focus){
document.querySelectorAll('.pin').forEach(p=>p.remove());const list=document.getElementById('list');list.textContent='';
remarks.forEach((r,n)=>{const of=proof.shown.findIndex(s=>s.page===r.page&&s.channel===r.channel);if(of<0)return;
const pin=$('button',{className:'pin',textContent:n+1,type:'button',title:r.text});pin.style.left=r.x*100+'%';pin.style.top=r.y*100+'%';
pin.setAttribute('aria-label','Remark '+(n+1));
const li=$('li',{className:'r'});const text=$('textarea',{value:r.text,maxLength:2000,placeholder:'What should change here?'});
text.setAttribute('aria-label','Remark '+(n+1)+' on '+proof.shown[of].title);
text.oninput=()=>{r.text=text.value;pin.title=r.text;keep();state()};
pin.onclick=e=>{e.stopPropagation();text.focus()};
const drop=$('button',{className:'plain',textContent:'Remove',type:'button'});drop.onclick=()=>{remarks.splice(n,1);keep();show()};
const go=$('button',{className:'plain',textContent:'Show',type:'button'});go.onclick=()=>document.getElementById('f'+of).scrollIntoView({behavior:'smooth',block:'center'});
li.append($('b',{textContent:(n+1)+' · '+proof.shown[of].title}),go,drop,text);list.append(li);
document.querySelector('.art[data-n="'+of+'"]').append(pin);if(focus===n)text.focus()});state()}
function state(){document.getElementById('none').hidden=remarks.length>0;document.getElementById('save').disabled=told().length===0}
function add(of,x,y){const s=proof.shown[of];
remarks.push({id:'r'+Date.now().toString(36)+Math.random().toString(36).slice(2,8),page:s.page,channel:s.channel,x,y,text:'',at:new Date().toISOString()});keep();show(remarks.length-1)}
document.querySelectorAll('.art').forEach(art=>{const of=Number(art.dataset.n);
art.onclick=e=>{const b=art.getBoundingClientRect();add(of,Math.min(1,Math.max(0,(e.clientX-b.left)/b.width)),Math.min(1,Math.max(0,(e.clientY-b.top)/b.height)))};
art.onkeydown=e=>{if(e.target===art&&(e.key==='Enter'||e.key===' ')){e.preventDefault();add(of,.5,.5)}}});
by.oninput=keep;
document.getElementById('save').onclick=()=>{const file={vividRemarks:1,design:proof.design,revision:proof.revision,remarks:told().map(r=>({...r,text:r.text.trim(),by:by.value.trim()}))};
const a=$('a',{href:URL.createObjectURL(new Blob([JSON.stringify(file,null,1)],{type:'application/json'})),download:proof.name.replace(/[^\\p{L}\\p{N} -]/gu,'')+'-remarks.json'});a.click()};
show()`

"""The plotter's page: what its pen has drawn so far, how much paper is left, what it says."""

from __future__ import annotations

PAGE = """<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>The workroom's plotter</title>
<style>
:root{color-scheme:light}body{margin:0;font:16px/1.4 Georgia,serif;background:#2b3138;color:#f2efe6;display:grid;grid-template-rows:auto 1fr;height:100vh}
header{display:flex;flex-wrap:wrap;gap:.4rem 2rem;align-items:baseline;padding:.9rem 1.4rem;border-bottom:6px solid #14181c}
h1{font-size:1.25rem;margin:0;font-weight:600}#said{font-style:italic}.figure{font-variant-numeric:tabular-nums}
main{padding:1.4rem;overflow:auto}svg{background:#fbfaf4;width:100%;height:100%;box-shadow:0 0 0 10px #14181c}
button{font:inherit;padding:.2rem .9rem;background:#f2efe6;color:#14181c;border:0;border-radius:2px;cursor:pointer}
path{fill:none;vector-effect:non-scaling-stroke;stroke-width:1.6}.p1{stroke:#14181c}.p2{stroke:#7a4a12}.p3{stroke:#35506b}
.broken{stroke-dasharray:7 4}text{fill:#35506b}
</style></head><body>
<header><h1>The workroom's plotter</h1><span id="said" role="status"></span>
<span class="figure" id="figures"></span><button id="roll" type="button">Put in a new roll</button></header>
<main><svg id="paper" role="img" aria-label="What the pen has drawn" preserveAspectRatio="xMinYMid meet"></svg></main>
<script>
const svg=document.getElementById("paper"),NS="http://www.w3.org/2000/svg";
document.getElementById("roll").onclick=()=>fetch("/roll",{method:"POST"});
async function look(){
  try{
    const s=await (await fetch("/state")).json();
    document.getElementById("said").textContent=s.said;
    document.getElementById("figures").textContent=
      `roll ${s.width} cm wide, ${(s.left/100).toFixed(2)} m left · ${s.plots} drawn · ${(s.ink/100).toFixed(1)} m of ink`;
    svg.setAttribute("viewBox",`0 0 ${Math.max(s.along+2,20)} ${s.width}`);
    svg.replaceChildren(...s.strokes.map(k=>{
      const p=document.createElementNS(NS,"path");
      p.setAttribute("class",`p${k.pen}${k.broken?" broken":""}`);
      // The plotter's y runs up.
      p.setAttribute("d","M"+k.points.map(([x,y])=>`${x} ${s.width-y}`).join("L"));
      return p;
    }),...s.labels.map(l=>{
      const t=document.createElementNS(NS,"text");
      t.textContent=l.text;t.setAttribute("font-size",l.height*1.4);
      t.setAttribute("transform",`translate(${l.x} ${s.width-l.y})${l.across?" rotate(-90)":""}`);
      return t;
    }));
  }catch{document.getElementById("said").textContent="The plotter does not answer: it was switched off.";}
  setTimeout(look,400);
}
look();
</script></body></html>
"""

// Writes d3.json: trees by chance, and where d3-hierarchy (npm, 3.1.3) places their nodes, siblings 1 apart and others
// 2. To run it: npm install d3-hierarchy@3.1.3, then node reference.mjs > d3.json
import { stratify, tree } from 'd3-hierarchy';

let seed = 7;
const chance = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
const out = [];
for (let k = 0; k < 60; k++) {
  const n = 1 + Math.floor(chance() * (k < 50 ? 40 : 400));
  const parents = [-1];
  for (let i = 1; i < n; i++) parents.push(Math.floor(k % 3 ? chance() * i : Math.max(0, i - 1 - Math.floor(chance() * 4))));
  const root = stratify()
    .id((d) => d)
    .parentId((d) => (parents[d] < 0 ? null : parents[d]))([...parents.keys()]);
  tree().nodeSize([1, 1])(root);
  const xs = [];
  root.each((v) => (xs[v.id] = Math.round(v.x * 1e6) / 1e6));
  out.push({ parents, xs });
}
console.log(JSON.stringify(out));

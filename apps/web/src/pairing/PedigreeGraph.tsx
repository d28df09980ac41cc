import dagre from '@dagrejs/dagre'
import { calledOf } from '@hatch-book/core'
import { Background, Controls, ReactFlow, type Edge, type Node } from '@xyflow/react'
import '@xyflow/react/dist/style.css'
import { Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { SexSign } from '../parts/identity'
import type { Scene } from './queries'
import { percent } from './words'
import css from './kin.module.css'

const WIDTH = 138
const HEIGHT = 50
const MOST_NODES = 400

/** Ancestors above, descendants below, to any depth; a click makes another animal the middle. */
export function PedigreeGraph({
  scene,
  focus,
  onFocus,
  inbreeding,
}: {
  scene: Scene
  focus: string
  onFocus(tag: string): void
  inbreeding: ReadonlyMap<string, number> | undefined
}) {
  const [up, setUp] = useState(4)
  const [down, setDown] = useState(1)
  const { nodes, edges, cut, size } = useMemo(
    () => layOut(scene, focus, up, down, inbreeding),
    [scene, focus, up, down, inbreeding],
  )
  const animal = scene.pedigree.find((p) => p.id === focus)!
  const f = inbreeding?.get(focus) ?? 0
  const depths = (label: string, value: number, set: (n: number) => void) => (
    <span className="row gap-8">
      <span className="small quiet">{label}</span>
      <Segmented
        size="small"
        aria-label={label}
        value={value}
        onChange={set}
        options={[0, 1, 2, 4, 99].map((n) => ({ value: n, label: n === 99 ? 'all' : String(n) }))}
      />
    </span>
  )
  return (
    <section className="card below-16" aria-label={`Pedigree of ${animal.tag}`}>
      <div className="between wraps">
        <h3 className="flush">
          <Link className="tag" to={`/animals/${animal.id}`}>
            {calledOf(animal)}
          </Link>{' '}
          inbred <span className="fig">{percent(f)}</span>
        </h3>
        <span className="row">
          {depths('ancestors', up, setUp)}
          {depths('descendants', down, setDown)}
        </span>
      </div>
      {cut > 0 && <p className="small warm">{cut} more are not drawn: fewer generations show them all.</p>}
      <div
        className={css.pedigree}
        style={{ height: Math.min(520, Math.max(220, size * (HEIGHT + 56) + 40)) }}
      >
        <ReactFlow
          nodes={nodes}
          edges={edges}
          fitView
          fitViewOptions={{ maxZoom: 1 }}
          minZoom={0.1}
          nodesDraggable={false}
          nodesConnectable={false}
          proOptions={{ hideAttribution: true }}
          onNodeClick={(_, node) => onFocus(String(node.data.tag))}
        >
          <Background gap={24} color="var(--rule)" />
          <Controls showInteractive={false} />
        </ReactFlow>
      </div>
      <p className="small quiet">
        Females are round, males square. A double frame means inbred; a faint one is no longer here.
      </p>
    </section>
  )
}

/** Who it is, in a frame of the graph: its tag and sign, and its name and look as far as they fit. */
function KinName({ of, inbred }: { of: Scene['pedigree'][number]; inbred: number }) {
  const more = [of.name, ...of.traits].filter(Boolean).join(' · ')
  return (
    <span title={[calledOf(of), ...of.traits].join(', ')}>
      <span className="nowrap">
        {of.tag} <SexSign sex={of.sex} /> {inbred > 0 && percent(inbred)}
      </span>
      {more && <span className={css.kinMore}>{more}</span>}
    </span>
  )
}

function layOut(
  scene: Scene,
  focus: string,
  up: number,
  down: number,
  inbreeding: ReadonlyMap<string, number> | undefined,
) {
  const byId = new Map(scene.pedigree.map((p) => [p.id, p]))
  const young = new Map<string, string[]>()
  for (const { id, dam, sire } of scene.pedigree)
    for (const parent of [dam, sire]) if (parent) young.set(parent, [...(young.get(parent) ?? []), id])
  const shown = new Set([focus])
  let cut = 0
  const walk = (depth: number, next: (id: string) => string[]) => {
    let front = [focus]
    for (let i = 0; i < depth && front.length > 0; i++) {
      const found = [...new Set(front.flatMap(next))].filter((id) => !shown.has(id) && byId.has(id))
      const room = Math.max(0, MOST_NODES - shown.size)
      cut += Math.max(0, found.length - room)
      front = found.slice(0, room)
      front.forEach((id) => shown.add(id))
    }
  }
  walk(up, (id) => [byId.get(id)!.dam, byId.get(id)!.sire].filter((p) => p !== null))
  walk(down, (id) => young.get(id) ?? [])
  const graph = new dagre.graphlib.Graph()
    .setGraph({ rankdir: 'TB', nodesep: 14, ranksep: 46 })
    .setDefaultEdgeLabel(() => ({}))
  for (const id of shown) graph.setNode(id, { width: WIDTH, height: HEIGHT })
  const edges: Edge[] = []
  for (const id of shown)
    for (const parent of [byId.get(id)!.dam, byId.get(id)!.sire])
      if (parent && shown.has(parent)) {
        graph.setEdge(parent, id)
        edges.push({ id: `${parent}${id}`, source: parent, target: id, style: { stroke: 'var(--ink2)' } })
      }
  dagre.layout(graph)
  const nodes: Node[] = [...shown].map((id) => {
    const animal = byId.get(id)!
    const place = graph.node(id) as { x: number; y: number }
    const f = inbreeding?.get(id) ?? 0
    return {
      id,
      position: { x: place.x - WIDTH / 2, y: place.y - HEIGHT / 2 },
      data: { tag: animal.tag, label: <KinName of={animal} inbred={f} /> },
      className: [
        css.kin,
        animal.sex,
        animal.here ? '' : css.gone,
        f > 0 ? css.inbred : '',
        id === focus ? css.focus : '',
      ].join(' '),
      style: { width: WIDTH, height: HEIGHT },
      ariaLabel: [
        calledOf(animal),
        animal.sex === 'unknown' ? 'not sexed' : animal.sex,
        ...animal.traits,
      ].join(', '),
    }
  })
  const ranks = new Set(nodes.map((n) => Math.round(n.position.y)))
  return { nodes, edges, cut, size: ranks.size }
}

import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmdirSync,
  statSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs'
import { hostname } from 'node:os'
import { dirname, join } from 'node:path'
import { giveUp, say } from './console.mjs'
import { ROOT, isRoot } from './run.mjs'

/*
 * Where a book lives on the disk, and who has it open. Nothing in here deletes what this run did not make: a folder that cannot be used is
 * left as it is, and the words say why.
 */

/** Where a data folder goes when the project itself is private to root. */
const SHARED = '/var/lib/hatch-book'

/** Whom the database runs as: oneself, or the postgres user when that would be root. */
export function identity() {
  if (!isRoot()) return {}
  const id = (flag) => Number(spawnSync('id', [flag, 'postgres']).stdout.toString())
  return { uid: id('-u'), gid: id('-g') }
}

export const clusterOf = (folder) => join(folder, 'postgres')
export const hasBook = (folder) => existsSync(join(clusterOf(folder), 'PG_VERSION'))

/**
 * Why the database's user cannot write in a folder, in the system's words; null where it can. What it tries with is a file of its own name,
 * which it takes away again.
 */
function whyUnreachable(folder, who) {
  const script = 'cd "$1" && f=$(mktemp .reach-XXXXXXXX) && rm "$f"'
  const tried = spawnSync('sh', ['-c', script, 'sh', folder], { ...who, cwd: '/' })
  if (tried.status === 0) return null
  return tried.stderr.toString().trim().split('\n').pop() || 'it cannot be entered'
}

/** Makes a folder and those above it. @returns those that were not there, the deepest first */
function makeFolder(folder) {
  const made = []
  for (let above = folder; !existsSync(above); above = dirname(above)) made.push(above)
  mkdirSync(folder, { recursive: true })
  return made
}

/** Gives an empty folder to the database's user; one that has anything in it keeps its owner. */
function hand(folder, who) {
  if (who.uid !== undefined && statSync(folder).uid !== who.uid && readdirSync(folder).length === 0)
    chownSync(folder, who.uid, who.gid)
}

/** Where a book of this project is kept when the project's own folder is out of the database's reach. */
export function folderElsewhere(name, shared = SHARED) {
  return join(shared, `${createHash('sha256').update(ROOT).digest('hex').slice(0, 12)}-${name}`)
}

/**
 * The data folder: the one asked for, or inside the project, or, where the project is private to root and no book is in it yet, one that the
 * database's user can reach. A folder that has a book in it is never passed over and never touched: it is used, or the words say why not.
 */
export function dataFolder(name, { asked = process.env.HATCH_BOOK_DATA, root = ROOT, shared = SHARED } = {}) {
  const who = identity()
  const wanted = asked ?? join(root, '.data', name)
  let made
  try {
    made = makeFolder(wanted)
    if (!hasBook(wanted)) hand(wanted, who)
  } catch (error) {
    return giveUp(`The folder ${wanted} cannot be used: ${error.message}. Nothing was changed.`)
  }
  const why = whyUnreachable(wanted, who)
  if (why === null) return wanted
  if (hasBook(wanted))
    return giveUp(
      `Your book is in ${wanted}, and the database cannot write there:\n\n    ${why}\n\n` +
        'The book is untouched. Let the database reach it (the folders above must be open to others, and the disk must have room), then start again.',
    )
  // Only empty folders, and only those of this run.
  for (const folder of made)
    if (readdirSync(folder).length === 0) rmdirSync(folder)
    else break
  if (asked)
    return giveUp(
      `The database cannot write in ${wanted}:\n\n    ${why}\n\nNothing was changed. Open that folder to it, or choose another with HATCH_BOOK_DATA.`,
    )
  const elsewhere = folderElsewhere(name, shared)
  makeFolder(elsewhere)
  chmodSync(dirname(elsewhere), 0o755)
  hand(elsewhere, who)
  const whyElsewhere = whyUnreachable(elsewhere, who)
  if (whyElsewhere !== null)
    return giveUp(
      `The database can write neither in ${wanted} (${why})\nnor in ${elsewhere} (${whyElsewhere}).\n\nNothing was changed.`,
    )
  say(`The database's user cannot reach ${wanted}; the data is kept in ${elsewhere}`)
  return elsewhere
}

/** When a process began, in the kernel's ticks: a number that was given again to another process is told apart by it. */
function beganAt(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19]
  } catch {
    return null
  }
}

const holdFile = (folder) => join(folder, 'in-use.json')

/** Who has a data folder open; null where nobody does, or where whoever had it was cut off. */
export function holderOf(folder) {
  let holder
  try {
    holder = JSON.parse(readFileSync(holdFile(folder), 'utf8'))
  } catch {
    return null
  }
  if (holder.host !== hostname()) return null
  const began = beganAt(holder.pid)
  return began !== null && began === holder.began ? holder : null
}

/**
 * Takes a data folder for this process: one folder, one owner. Ends with words that name whoever has it already.
 * @param what what this process does with it, as in `npm start on port 4310`
 * @returns how to give it back
 */
export function holdFolder(folder, what) {
  const file = holdFile(folder)
  const mine = { pid: process.pid, began: beganAt(process.pid), host: hostname(), what }
  for (let attempt = 1; attempt <= 3; attempt++) {
    try {
      writeFileSync(file, `${JSON.stringify(mine)}\n`, { flag: 'wx' })
      return () => {
        if (holderOf(folder)?.pid === process.pid) unlinkSync(file)
      }
    } catch (error) {
      if (error.code !== 'EEXIST')
        return giveUp(`The folder ${folder} cannot be used: ${error.message}. Nothing was changed.`)
    }
    const holder = holderOf(folder)
    if (holder?.pid === process.pid) return () => undefined
    if (holder)
      return giveUp(
        `The book in ${folder} is open already: ${holder.what} (process ${holder.pid}).\nUse that one, or close it first with Ctrl+C where it runs.`,
      )
    // Whoever wrote it is gone: it is the note of a start that was cut off.
    unlinkSync(file)
  }
  return giveUp(`The folder ${folder} was taken by another start at the same moment. Try again.`)
}

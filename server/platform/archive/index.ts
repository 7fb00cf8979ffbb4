export { readArchive } from './read'
export { cell, writeArchive } from './write'
export { openArchive } from './open'

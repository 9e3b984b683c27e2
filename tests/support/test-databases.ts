import mysql from 'mysql2/promise'
import { copyDatabase } from './copy-database.ts'

/** The database that is up to date and holds no shop. */
export const emptyShop = 'without_a_shop'
/** The database of the demonstration's day. */
export const demoDay = 'demo_day'

const addressed = (base: string, name: string) => base.replace(/\/[^/]*$/, `/${name}`)

/** Makes a database. @returns its address */
export async function databaseOf(base: string, name: string): Promise<string> {
  const root = await mysql.createConnection({ uri: base })
  await root.query(`CREATE DATABASE ${name}`)
  await root.end()
  return addressed(base, name)
}

let count = 0
const newName = () => `t_${process.pid}_${Date.now().toString(36)}_${count++}`

/** A database of one's own with nothing in it. @returns its address */
export const freshDatabase = (base: string): Promise<string> => databaseOf(base, newName())

/** A database of one's own like that of a name. @returns its address */
export async function databaseLike(base: string, like: string): Promise<string> {
  const name = newName()
  await copyDatabase(base, like, name)
  return addressed(base, name)
}

import { demoShop } from '#server/demo/shop.ts'

const cookieOf = (response: Response) => response.headers.get('set-cookie')!.split(';')[0]!

/** Lets a device in and signs somebody of the demo shop in on it, over HTTP. @returns the cookies of both */
export async function signIn(base: string, name: string): Promise<string> {
  const owner = demoShop.people.find((p) => p.password)!
  const json = (body: object, cookie = '') => ({
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify(body),
  })
  const device = cookieOf(
    await fetch(
      `${base}/api/devices`,
      json({ shop: demoShop.code, login: owner.login, password: owner.password, deviceName: 'd' }),
    ),
  )
  const door = (await (await fetch(`${base}/api/sign-in`, { headers: { cookie: device } })).json()) as {
    people: { id: string; name: string }[]
  }
  const person = door.people.find((p) => p.name === name)!.id
  const { pin } = demoShop.people.find((p) => p.name === name)!
  return `${device}; ${cookieOf(await fetch(`${base}/api/session`, json({ person, pin }, device)))}`
}

import type { IncomingMessage } from 'node:http'
import type { Context } from 'hono'
import ipaddr from 'ipaddr.js'
import proxyAddr from 'proxy-addr'

/** How the outside world reaches this server. */
export interface Outside {
  /** The address people type, such as https://shop.example; undefined when they reach this server directly. */
  publicUrl?: string
  /** Addresses or networks of proxies in front, whose word about the caller is believed. */
  trustedProxies?: readonly string[]
}

const incoming = (c: Context): IncomingMessage | undefined =>
  (c.env as { incoming?: IncomingMessage } | undefined)?.incoming

/** An IPv6 customer has a whole /64 to call from: its addresses are one caller. */
function callerKey(address: string): string {
  if (!ipaddr.isValid(address)) return address
  const parsed = ipaddr.process(address)
  return parsed.kind() === 'ipv6'
    ? `${(parsed as ipaddr.IPv6).parts
        .slice(0, 4)
        .map((part) => part.toString(16))
        .join(':')}::/64`
    : parsed.toString()
}

/** Who calls and over what, as far as the connection itself and trusted proxies say; headers of anybody else are not believed. */
export class Caller {
  private readonly trust: (address: string, hop: number) => boolean
  private readonly publicUrl: URL | undefined

  constructor({ publicUrl, trustedProxies = [] }: Outside) {
    this.trust = proxyAddr.compile([...trustedProxies])
    this.publicUrl = publicUrl === undefined ? undefined : new URL(publicUrl)
  }

  /** The network address the call comes from. */
  address(c: Context): string {
    const request = incoming(c)
    return request ? callerKey(proxyAddr(request, this.trust)) : 'here'
  }

  /** Whether the caller's own line is encrypted: cookies are then never sent over another. */
  isHttps(c: Context): boolean {
    if (this.publicUrl) return this.publicUrl.protocol === 'https:'
    const request = incoming(c)
    const remote = request?.socket.remoteAddress
    if (remote && this.trust(remote, 0)) return c.req.header('x-forwarded-proto')?.split(',')[0]?.trim() === 'https'
    return c.req.url.startsWith('https:')
  }

  /** Whether a page of this host is ours. */
  isOurs(host: string, c: Context): boolean {
    return host === c.req.header('host') || host === this.publicUrl?.host
  }
}

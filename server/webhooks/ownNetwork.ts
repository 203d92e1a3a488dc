import { BlockList, isIP } from 'node:net';

/** Special-purpose addresses (RFC 6890 and the registries of IANA): nobody outside answers there. */
const IPV4 = [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const;
/** Also those that carry an address of the older kind inside them. */
const IPV6 = [
  ['::', 96],
  ['::ffff:0:0', 96],
  ['64:ff9b::', 96],
  ['64:ff9b:1::', 48],
  ['100::', 64],
  ['2001::', 23],
  ['2001:db8::', 32],
  ['2002::', 16],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const;

// Two lists: in one, Node takes an older address for the newer kind that carries it.
const [own4, own6] = [new BlockList(), new BlockList()];
for (const [net, bits] of IPV4) own4.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of IPV6) own6.addSubnet(net, bits, 'ipv6');

/** Whether an IP address lies in the server's own network, or is none of the public internet. */
export function isOwnNetwork(address: string): boolean {
  const kind = isIP(address);
  if (kind === 4) return own4.check(address, 'ipv4');
  return kind === 0 || own6.check(address, 'ipv6');
}

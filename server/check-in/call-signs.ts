export interface CallSign {
  name: string
  colour: string
}

/** Hedgerow plants short enough to call across a bay, each with the colour that travels with the job (4.5:1 and more on paper). */
const first: readonly CallSign[] = [
  { name: 'Alder', colour: '#2F5D46' },
  { name: 'Teasel', colour: '#855220' },
  { name: 'Burdock', colour: '#365F86' },
  { name: 'Sorrel', colour: '#7A4A78' },
  { name: 'Yarrow', colour: '#9C3F2B' },
  { name: 'Bramble', colour: '#4E3A73' },
  { name: 'Hazel', colour: '#6B5A1E' },
  { name: 'Tansy', colour: '#20646B' },
  { name: 'Bryony', colour: '#8A3558' },
  { name: 'Campion', colour: '#3D5A2A' },
  { name: 'Elder', colour: '#4A4A6A' },
  { name: 'Fennel', colour: '#5C6B1F' },
  { name: 'Clover', colour: '#1F6A4E' },
  { name: 'Mallow', colour: '#80407A' },
  { name: 'Nettle', colour: '#35604A' },
  { name: 'Rowan', colour: '#A0382F' },
  { name: 'Vetch', colour: '#56418F' },
  { name: 'Willow', colour: '#4F6048' },
  { name: 'Thistle', colour: '#6E3E8A' },
  { name: 'Comfrey', colour: '#3A5590' },
  { name: 'Dock', colour: '#7C4B33' },
  { name: 'Sedge', colour: '#4C6420' },
  { name: 'Bluet', colour: '#2C628F' },
  { name: 'Spindle', colour: '#93364A' },
]

/** More plants for busy yards; colours come round again, names do not. */
const more = `
Agrimony Angelica Arum Ash Aspen Avens Barberry Bedstraw Beech Bellflower Betony Bilberry Bindweed Birch Bistort
Blackthorn Bluebell Borage Bracken Briar Broom Bugle Bulrush Burnet Buttercup Catmint Celandine Centaury Cherry Chervil
Chicory Cicely Cinquefoil Cleavers Columbine Cornel Cowslip Cranesbill Cress Crocus Daisy Dewberry Dogwood Elecampane
Eyebright Fescue Feverfew Figwort Flax Foxglove Fumitory Furze Gentian Germander Goldenrod Goosegrass Gorse Groundsel
Guelder Harebell Hawkbit Hawthorn Heather Hemp Henbit Holly Honesty Hop Hornbeam Hyssop Iris Ivy Juniper Knapweed Larch
Lavender Lily Linden Ling Lovage Lupin Maple Marjoram Meadowsweet Medick Medlar Melick Melilot Mint Moss Mullein Mustard
Myrtle Oak Orchis Osier Oxlip Pansy Parsley Periwinkle Pignut Pimpernel Pine Plantain Plum Poplar Poppy Primrose Privet
Quince Ragwort Rampion Ransom Reed Restharrow Rocket Rosehip Rush Ryegrass Saffron Sage Sallow Samphire Saxifrage
Scabious Selfheal Service Sloe Snowdrop Soapwort Speedwell Squill Stitchwort Stonecrop Sundew Tamarisk Tare Thrift Thyme
Toadflax Tormentil Trefoil Valerian Vervain Vine Violet Wallflower Whin Whortle Woodbine Woodruff Wormwood Yew
`
  .trim()
  .split(/\s+/)

const plants: readonly CallSign[] = [
  ...first,
  ...more.map((name, i) => ({ name, colour: first[i % first.length]!.colour })),
]

/** The first call signs that are not taken: every plant once, then every plant with a number. */
export function freeCallSigns(taken: ReadonlySet<string>, wanted: number): CallSign[] {
  const free: CallSign[] = []
  for (let round = 1; free.length < wanted; round++)
    for (const plant of plants) {
      const name = round === 1 ? plant.name : `${plant.name} ${round}`
      if (!taken.has(name) && free.push({ name, colour: plant.colour }) === wanted) break
    }
  return free
}

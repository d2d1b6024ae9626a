/** Rules that a new show begins with. */
export const RULES_OF_A_RIG = `rulebook "New rig"

# Each port is a plug of Zigzag Post: lay leads from and to it on the rig.
port keys in
port switches in
port boxes out
`;

export const emptyRig = (name: string, book: string): string =>
  `${JSON.stringify({ schema: 1, name, charts: {}, units: [], leads: [], book }, null, 4)}\n`;

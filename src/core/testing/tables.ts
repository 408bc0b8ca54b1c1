/** A small table of our own, in which Alpha overtakes Bravo and is overtaken again. */
export const raceTable = `season,boat,points
2010,Alpha,10
2010,Bravo,30
2010,Cirrus,20
2011,Alpha,40
2011,Bravo,20
2011,Cirrus,25
2012,Alpha,15
2012,Bravo,60
2012,Cirrus,55
`;

/** Districts that belong to islands, with one value missing. */
export const islandTable = [
  'Year,District,Island,People',
  ...[2001, 2002, 2003].flatMap((year, i) => [
    `${year},Oyle North,Oyle,${10 + i}`,
    `${year},Oyle South,Oyle,${20 + i}`,
    `${year},Pell North,Pell,${5 + i}`,
    `${year},Pell South,Pell,${i === 1 ? '' : 40 + i}`,
  ]),
].join('\n');

import type { SchemaParts } from '../../project/family-document';

/** Where a value axis ends, as the document keeps it. */
export function domainSchema({ byKind, dataNumber }: SchemaParts) {
  return byKind({
    following: ['The axis follows what is shown', {}],
    fixed: ['The axis stands still, as far as the film ever reaches', {}],
    given: [
      'The axis has the ends given',
      { min: dataNumber('Lower end of the axis'), max: dataNumber('Upper end of the axis') },
    ],
  })
    .required()
    .description('Where the value axis ends');
}

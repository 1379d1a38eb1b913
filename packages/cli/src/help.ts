export const HELP = `ladle - quotes, checks and analyses menu documents; needs no database and no network

  quote MENU.json                 one line (JSON) a line from standard input; one quote a line to standard output
  order MENU.json                 the same for whole orders
     [--pantry PANTRY.json]         judged by what is off and on hand
  standing MENU.json PANTRY.json  what is out, how many are left, what runs short
     [--location ID] [--at T]
  analyze MENU.json               for each item: how many builds, the span of its price and of its calories
     [--item ID]                    only this item
     [--context CONTEXT.json]       channel, service, location, priceList, guest, at, out
  fallout MENU.json BEFORE.json AFTER.json
                                  what goes down when what is out changes: { items, choices, ingredients, variants }
     [--context CONTEXT.json]
  check MENU.json                 line check: a JSON array of findings; exit 1 if one of them is a stop
     [--context CONTEXT.json]
     [--promises PROMISES.json]     pinned builds that must be kept: [{ name, line, total, tickets? }]
  schema-org MENU.json            the menu as JSON-LD in the terms of schema.org
     [--location ID] [--list ID] [--locale TAG] [--url URL] [--at T]
  allergens MENU.json             for each item: what it always has, what choices bring, what can be avoided
     [--location ID] [--at T]
  tables MENU.json --to FOLDER    the menu as tables: a CSV file each, or with --to FILE.xlsx one spreadsheet
     [--pantry PANTRY.json]         with a table of what is counted
  apply MENU.json FILES...        what tables change, a row a line; exit 1 if one is refused
     [--write OUT.json]             writes the changed menu, unless a row is refused
     [--skip-refused]               leaves refused rows out
  hash MENU.json                  { "hash": SHA-256 of the menu's canonical JSON }
  diff A.json B.json              what turns A into B, place by place
  replay A.json B.json            orders a line from standard input, quoted with both: those that differ, then sums
  validate MENU.json              [] or a JSON array of faults (path, code, says) and exit 1
  schema                          the JSON Schema (2020-12) of the menu document
  help                            this page

A line that can't be understood is answered by { "error": { "says": ... } } in its place, and the run goes on.
Exit 2, with one sentence on standard error: a file that can't be read, broken JSON, a refused menu, wrong words here.`;

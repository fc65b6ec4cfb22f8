import { expect, test } from "vitest";
import { webAddress } from "./webAddress";

test.each([
  ["meet.harbour.example/42", "https://meet.harbour.example/42"],
  ["  harbour.example ", "https://harbour.example"],
  ["harbour.example:8443/a", "https://harbour.example:8443/a"],
  ["https://harbour.example/a", "https://harbour.example/a"],
  ["http://harbour.example", "http://harbour.example"],
  ["mailto:ana@ebbline.example", "mailto:ana@ebbline.example"],
  ["tel:+351555", "tel:+351555"],
  ["the berth plan", "the berth plan"],
  ["", ""],
])("%s leads to %s", (typed, address) => expect(webAddress(typed)).toBe(address));

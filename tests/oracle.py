"""Holds a reply of ./corlin slots against the expected starts: oracle.py REPLY EXPECTED."""

import json
import sys

reply = json.load(open(sys.argv[1]))["slots"]
given = {slot["start"]: sorted(slot["missing"]) for slot in reply}
expected = {slot["start"]: sorted(slot["missing"]) for slot in json.load(open(sys.argv[2]))}
costs = [slot["cost"] for slot in reply]
good = given == expected and costs == sorted(costs) and all(slot["reasons"] for slot in reply) and len(given) == len(reply)
print(f"{len(expected)} expected, {len(given)} given")
sys.exit(0 if good else 1)

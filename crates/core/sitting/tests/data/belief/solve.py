"""The joint normal of crates/core/sitting/src/belief, solved at once instead of reading by reading: every line of sittings.jsonl is a setup as the
API gives it; for each light the most likely sum of its errors as it stands now and one standard deviation of it are written to solved.jsonl.

All readings of a sitting are residuals of one least-squares problem (scipy.optimize.least_squares), priors are residuals too; the covariance is the
inverse of J'J at the solution. Made with Python 3.11, numpy 1.24.2, scipy 1.10.1. The sittings are invented: a simulated photographer followed the advice.

    python3 solve.py sittings.jsonl solved.jsonl
"""
import json, sys
import numpy as np
from scipy.optimize import least_squares

UNIT = MODIFIER = 0.2
DIAL, METER, ROOM, DRIFT = 0.0577, 0.0416, 0.0416, 0.02


def solve(setup):
    at, prior = {}, []

    def error(key, sd):
        if key not in at:
            at[key] = len(prior)
            prior.append(sd)
        return at[key]

    lights = [l for l in setup["lights"] if l.get("unit")]
    worn = {l["id"]: (l.get("rig", {}).get("kit") or {}).get("modifier") or l.get("modifier") for l in lights}
    for l in lights:
        error(("unit", l["id"]), UNIT)
        error(("worn", worn[l["id"]]), MODIFIER)
    told = [(at["unit", l["id"]], at["worn", worn[l["id"]]], l["rig"]["calibration"]) for l in lights if l.get("rig", {}).get("calibration")]

    rows = []
    for seen in setup.get("seen", []):
        if seen.get("worth", "plain") != "plain":
            return None  # a doubted reading depends on the order in which all were taken
        parts = []
        for p in seen["parts"]:
            errors = [error(("unit", p["light"]), UNIT), error(("worn", p["worn"]), MODIFIER), error(("dial", p["light"], p["dial"]), DIAL)]
            errors.append(error(("place", p["light"], p.get("placement", 0)), p["hand"]))
            parts.append((p["model"], errors))
        if room := seen.get("room"):
            parts.append((room["ev"] - room["tv"], [error(("room", room["place"], room["ev"]), ROOM)]))
        rows.append((seen["shown"], parts))

    sd = np.array(prior)

    def residuals(x):
        out = list(x / sd)
        for u, m, c in told:
            out.append((x[u] + x[m] - c["offset"]) / np.hypot(c["sd"], DRIFT))
        for shown, parts in rows:
            level = np.log2(sum(2 ** (model + sum(x[e] for e in errors)) for model, errors in parts))
            out.append((shown - level) / METER)
        return np.array(out)

    found = least_squares(residuals, np.zeros(len(sd)), method="lm", xtol=1e-14, ftol=1e-14, gtol=1e-14)
    covariance = np.linalg.inv(found.jac.T @ found.jac)
    answers = {}
    for l in lights:
        here = [("unit", l["id"]), ("worn", worn[l["id"]]), ("dial", l["id"], l["dial"]), ("place", l["id"], l.get("placement", 0))]
        if not any(p["light"] == l["id"] for s in setup.get("seen", []) for p in s["parts"]):
            continue
        h = np.zeros(len(sd))
        for key in here:
            if key in at:
                h[at[key]] = 1
        answers[l["id"]] = {"off": round(float(h @ found.x), 6), "sd": round(float(np.sqrt(h @ covariance @ h)), 6),
                            "fresh": [key[0] for key in here if key not in at]}
    return answers


if __name__ == "__main__":
    with open(sys.argv[2], "w") as out:
        for line in open(sys.argv[1]):
            out.write(json.dumps(solve(json.loads(line))) + "\n")

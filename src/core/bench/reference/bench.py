"""Works out what the functions of the bench should say of ten data sets, with numpy and scipy.

Run in this folder: python3 bench.py > bench.json
"""

import json
from itertools import combinations

import numpy as np
from scipy import stats
from scipy.special import gammaln

RNG = np.random.default_rng(1818)


def rounded(values, digits):
    return [round(float(v), digits) for v in values]


def compare(a, b):
    r = stats.ttest_ind(b, a, equal_var=False)
    ci = r.confidence_interval(0.95)
    m = len(a) + len(b) - 2
    pooled = np.sqrt(((len(a) - 1) * np.var(a, ddof=1) + (len(b) - 1) * np.var(b, ddof=1)) / m)
    d = (np.mean(b) - np.mean(a)) / pooled
    g = d * np.exp(gammaln(m / 2) - gammaln((m - 1) / 2)) / np.sqrt(m / 2)
    whole = [round(v * 1000) for v in a + b]
    total, n = sum(whole), len(whole)

    def gap(indices):
        return abs(sum(whole[i] for i in indices) * n - total * len(b))

    seen = gap(range(len(a), n))
    ways = [gap(c) for c in combinations(range(n), len(b))]
    needed = int(np.ceil(2 * ((stats.norm.ppf(0.975) + stats.norm.ppf(0.8)) / d) ** 2 + stats.norm.ppf(0.975) ** 2 / 4))
    return {
        "difference": float(np.mean(b) - np.mean(a)),
        "t": r.statistic,
        "degreesOfFreedom": r.df,
        "pValue": r.pvalue,
        "confidenceInterval": [ci.low, ci.high],
        "hedgesG": g,
        "permutationP": sum(w >= seen for w in ways) / len(ways),
        "runsNeeded": needed,
    }


def drift(values):
    n = len(values)
    pairs = [(i, j) for i in range(n) for j in range(i + 1, n)]
    s = sum(np.sign(round(values[j] - values[i], 9)) for i, j in pairs)
    ties = np.unique(values, return_counts=True)[1]
    variance = (n * (n - 1) * (2 * n + 5) - sum(t * (t - 1) * (2 * t + 5) for t in ties)) / 18
    z = 0 if s == 0 else (abs(s) - 1) / np.sqrt(variance)
    return {
        "slopePerRun": float(np.median([(values[j] - values[i]) / (j - i) for i, j in pairs])),
        "tau": stats.kendalltau(range(n), values, variant="b").statistic,
        "pValue": float(2 * stats.norm.sf(z)),
    }


def fit(x, y, degree, at, u=None):
    x, y = np.array(x), np.array(y)
    # Scaled, so that a parabola loses nothing.
    m, w = x.mean(), np.ptp(x)
    z = (x - m) / w
    design = np.vander(z, degree + 1, increasing=True)
    coefficients, *_ = np.linalg.lstsq(design, y, rcond=None)
    residuals = y - design @ coefficients
    nu = len(x) - degree - 1
    s2 = float(residuals @ residuals) / nu
    inverse = np.linalg.inv(design.T @ design)
    back = np.zeros((degree + 1, degree + 1))
    for k in range(degree + 1):
        back[: k + 1, k] = np.polynomial.Polynomial([-m / w, 1 / w]).__pow__(k).coef if k else [1]
    raw, covariance = back @ coefficients, back @ inverse @ back.T * s2
    t = stats.t.ppf(0.975, nu)
    row = np.vander((np.array([at]) - m) / w, degree + 1, increasing=True)[0]
    h = float(row @ inverse @ row)
    height = float(row @ coefficients)
    out = {
        "coefficients": [
            {"power": k, "value": float(raw[k]), "standardError": float(np.sqrt(covariance[k, k]))} for k in range(degree + 1)
        ],
        "residualStandardDeviation": float(np.sqrt(s2)),
        "rSquared": float(1 - residuals @ residuals / ((y - y.mean()) @ (y - y.mean()))),
        "leverage": rounded(np.einsum("ij,jk,ik->i", design, inverse, design), 14),
        "at": [
            {
                "y": height,
                "confidence": [height - t * np.sqrt(s2 * h), height + t * np.sqrt(s2 * h)],
                "prediction": [height - t * np.sqrt(s2 * (1 + h)), height + t * np.sqrt(s2 * (1 + h))],
            }
        ],
    }
    if degree == 2:
        c, v = coefficients, inverse * s2

        def outside(u_):
            return (c[1] + 2 * c[2] * u_) ** 2 - t**2 * (v[1, 1] + 4 * u_ * v[1, 2] + 4 * u_**2 * v[2, 2])

        from scipy.optimize import brentq

        best = -c[1] / (2 * c[2])
        ends = [brentq(outside, best + side * 20, best, xtol=1e-15) for side in (-1, 1)]
        out["optimum"] = {
            "kind": "maximum" if c[2] < 0 else "minimum",
            "x": float(m + w * best),
            "interval": [float(m + w * e) for e in ends],
        }
    if u is not None:
        chi = float(residuals @ residuals) / u**2
        out["consistency"] = {"chiSquared": chi, "pValue": float(stats.chi2.sf(chi, nu))}
    return out


def effective_size(values):
    x = np.array(values)
    n, away = len(x), np.array(values) - np.mean(values)
    rho = np.array([away[: n - k] @ away[k:] for k in range(n)] + [0.0]) / (away @ away)
    total, kept = 0.0, 0
    for j in range((n - 1) // 2 + 1):
        pair = rho[2 * j] + rho[2 * j + 1]
        if pair <= 1e-12:
            break
        total, kept = total + pair, kept + 1
    tau = max(1.0, 2 * total - 1)
    size = max(1.0, n / tau)
    return {"autocorrelationTime": tau, "effectiveSize": size, "standardError": float(np.std(x, ddof=1) / np.sqrt(size))}


def series(t, y, above):
    # A fine grid that has every sample and every crossing between them on it.
    grid = np.unique(np.concatenate([np.linspace(a, b, 20001) for a, b in zip(t[:-1], t[1:])]))
    line = np.interp(grid, t, y)
    return {
        "windows": [
            {
                "integral": float(np.trapezoid(y, t)),
                "mean": float(np.trapezoid(y, t) / (t[-1] - t[0])),
                "slope": float(stats.linregress(t, y).slope),
                "peak": {"y": float(np.max(line))},
                "trough": {"y": float(np.min(line))},
            }
        ]
    }


def propagate(f, inputs):
    values = {k: v["value"] for k, v in inputs.items()}
    parts = {}
    for name, one in inputs.items():
        shifted = {**values, name: complex(one["value"], 1e-30)}
        parts[name] = abs(f(**shifted).imag / 1e-30 * one["standardUncertainty"])
    total = np.sqrt(sum(p * p for p in parts.values()))
    return {"value": float(f(**values).real), "standardUncertainty": float(total)}


cases = []


def add(name, function, given, expect):
    cases.append({"name": name, "function": function, "input": given, "expect": expect})


a = rounded(RNG.normal(8.2, 0.15, 6), 2)
b = rounded(RNG.normal(7.9, 0.25, 7), 2)
add("two versions of a carrier", "compare", {"a": a, "b": b, "better": "lower"}, compare(a, b))
a, b = [412, 413, 412, 411], [412, 413, 413, 412, 414]
add("whole grams with many ties", "compare", {"a": a, "b": b, "better": "lower"}, compare(a, b))
creeping = rounded(7.4 + 0.01 * np.arange(24) + RNG.normal(0, 0.05, 24), 2)
add("an afternoon that gets slower", "drift", {"values": creeping}, drift(creeping))
x = [10, 12.5, 15, 17.5, 20, 22.5, 25]
y = rounded(0.7 + 0.19 * np.array(x) + RNG.normal(0, 0.1, 7), 2)
add("range against release height", "fit", {"x": x, "y": y, "degree": 1, "at": [18]}, fit(x, y, 1, 18))
x = [20, 25, 30, 35, 40, 45, 50, 55, 60, 30, 45]
y = rounded(6.8 - 0.004 * (np.array(x) - 41) ** 2 + RNG.normal(0, 0.06, 11), 2)
given = {"x": x, "y": y, "degree": 2, "at": [41], "standardUncertainty": 0.06}
add("the best angle", "fit", given, fit(x, y, 2, 41, 0.06))
x = [1e6 + 50 * k for k in range(12)]
y = rounded(3 + 2e-4 * (np.array(x) - 1e6) + 1e-8 * (np.array(x) - 1e6) ** 2 + RNG.normal(0, 0.0004, 12), 4)
add("a parabola far from nought", "fit", {"x": x, "y": y, "degree": 2, "at": [1000275]}, fit(x, y, 2, 1000275))
walk = [10.0]
for step in RNG.normal(0, 0.6, 79):
    walk.append(10 + 0.7 * (walk[-1] - 10) + step)
walk = rounded(walk, 3)
add("a logger whose neighbours are alike", "effectiveSize", {"values": walk}, effective_size(walk))
t = rounded(np.cumsum(RNG.uniform(0.05, 0.3, 60)), 3)
y = rounded(5 * np.sin(np.array(t)) + RNG.normal(0, 0.2, 60), 3)
add("a load that swings", "series", {"t": t, "y": y}, series(np.array(t), np.array(y), 0))
given = {k: {"value": v, "standardUncertainty": u} for k, v, u in [("m", 1.2, 0.005), ("h", 0.62, 0.004), ("t", 8.3, 0.12)]}
f = lambda m, h, t: m * 9.81 * h / t
add("power of a lift", "propagate", {"expression": "m * 9.81 * h / t", "inputs": given}, propagate(f, given))
given = {k: {"value": v, "standardUncertainty": u} for k, v, u in [("a", 0.52, 0.01), ("L", 12.0, 0.02), ("s", 0.6, 0.01)]}
f = lambda a, L, s: np.sqrt(L**2 + 5 * s**2) * np.sin(a) / np.exp(-s / L) + a**3
add(
    "elementary functions together",
    "propagate",
    {"expression": "sqrt(L^2 + 5 * s^2) * sin(a) / exp(-s / L) + a^3", "inputs": given},
    propagate(f, given),
)
print(json.dumps(cases, indent=1))

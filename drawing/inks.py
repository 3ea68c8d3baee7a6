"""Colours of drawings that stand alone; in the pages the site's styles give them, light or dark."""

CLOTH = (
    ".cloth{font-family:'Source Sans 3',sans-serif}.cloth-ground{fill:#fffdf8}.cloth-worked{fill:#ece3cf}"
    ".cloth-row,.cloth-edge,.cloth-up,.cloth-down,.cloth-rule,.cloth-needle,.cloth-thread path{fill:none}"
    ".cloth-row{stroke:#d5cab3;stroke-width:.9}.cloth-fine{stroke-width:.4}.cloth-edge{stroke:#1c2333;stroke-width:1.5}"
    ".cloth-texture{fill:#1c2333;fill-opacity:0}.texture-stockinette{fill-opacity:.035}.texture-purled{fill-opacity:.07}"
    ".texture-figured{fill-opacity:.105}.cloth-eyelet{fill:#fff;stroke:#a8352a;stroke-width:1.2}"
    ".cloth-tab{fill:#ece3cf}.cloth-up{stroke:#a8352a;stroke-width:1.3}.cloth-down{stroke:#24557f;stroke-width:1.3}"
    ".cloth-thread path{stroke:#0b6b63;stroke-width:2.2}.cloth-thread rect{fill:#0b6b63}"
    ".cloth-thread text{fill:#fff;font-weight:600;font-size:13px}.cloth-rule{stroke:#6f6a56}.cloth-size rect{fill:#fff}"
    ".cloth-size text{fill:#545a6b;font-size:15px}.is-hidden{display:none}"
    ".cloth-growth path{fill:none;stroke:#545a6b}.cloth-growth text{fill:#545a6b;font-size:14px}"
    ".yarn-0{fill:#8aa3b8}.yarn-1{fill:#cdbb8d}.yarn-2{fill:#c08d80}.yarn-3{fill:#a3b093}"
)

CHART = (
    ".chart{font-family:'Source Sans 3',sans-serif}.chart text{font-size:11px;fill:#545a6b}"
    ".chart .chart-times{font-size:9px;font-weight:600;fill:#1c2333}"
    ".chart-key{stroke:#b9b09a;stroke-width:.6}"
    ".chart-often{fill:#fffdf8;stroke:#1c2333;stroke-width:1}"
    ".tone-knit{fill:#fffdf8}.tone-purl{fill:#efe8d8}.tone-more,.tone-hole{fill:#f3d9d3}.tone-fewer{fill:#d4e1ec}"
    ".tone-none{fill:#e9e5da}.chart-grid{fill:none;stroke:#b9b09a;stroke-width:.6}"
    ".chart-sign{fill:none;stroke:#1c2333;stroke-width:1.3;stroke-linecap:round;stroke-linejoin:round}"
    ".chart-thread{fill:none;stroke:#0b6b63;stroke-width:2.4;stroke-opacity:.55}.chart-frame{fill:none;stroke:#1c2333;stroke-width:1.8}"
    ".tone-yarn-0{fill:#c9d6e0}.tone-yarn-1{fill:#e6dcc0}.tone-yarn-2{fill:#e3c9c1}.tone-yarn-3{fill:#d2dbc9}"
)

BOARD = (
    ".board text{font-family:'Source Sans 3',sans-serif;font-weight:600;font-size:13px}.board text{fill:#1c2333}"
    ".board-0{fill:#8aa3b8}.board-1{fill:#cdbb8d}"
    ".board-2{fill:#c08d80}.board-3{fill:#a3b093}.board-4{fill:#b39abf}.board-5{fill:#d8cfc0}.board-6{fill:#7fb0a8}"
    ".board-7{fill:#c9a66b}.board-8{fill:#9a9aa6}.board-9{fill:#d9a7a0}.board-10{fill:#86976f}.board-11{fill:#6f86a8}"
    ".board-picked,.board-joined,.board-sewn{fill:none;stroke:#1c2333;stroke-width:1.4}"
    ".board-joined{stroke-dasharray:3 4}.board-sewn{stroke:#a8352a;stroke-width:4;stroke-dasharray:8 4}"
    ".board-done{fill:#1c2333;fill-opacity:.35}"
)

THING = (
    ".thing text{font-family:'Source Sans 3',sans-serif;font-weight:600;font-size:20px}.thing text{fill:#1c2333}"
    ".thing-piece{fill:#fffdf8;stroke:#d5cab3}"
    ".thing-line,.thing-picked,.thing-thread{fill:none}.thing-line{stroke:#1c2333;stroke-width:1.4}"
    ".thing-picked{stroke:#5d6f3c;stroke-width:7;stroke-dasharray:.5 11;stroke-linecap:round}"
    ".thing-thread{stroke-width:4;stroke-dasharray:9 6}.thing-seam circle{fill:#fffdf8;stroke-width:2}"
    ".seam-0 path,.seam-0 circle{stroke:#0b6b63}.seam-1 path,.seam-1 circle{stroke:#7a3b8f}"
    ".seam-2 path,.seam-2 circle{stroke:#9a4a12}.seam-3 path,.seam-3 circle{stroke:#3c5a1e}"
    ".seam-4 path,.seam-4 circle{stroke:#a8352a}.seam-5 path,.seam-5 circle{stroke:#24557f}"
)

FOLDED = (
    ".folded text{font-family:'Source Sans 3',sans-serif;font-weight:600;font-size:23px}.folded text{fill:#1c2333}"
    ".folded-front{fill:#fffdf8}"
    ".folded-back{fill:#efe8da}.folded-front,.folded-back{stroke:#1c2333;stroke-width:1.4}"
    ".folded-open,.folded-rule{fill:none;stroke:#545a6b;stroke-width:1.2}.folded-open{stroke-dasharray:5 4}"
)

YARN = (
    ".yarn-forecast text{font-family:'Source Sans 3',sans-serif;font-size:14px;fill:#545a6b}"
    ".axis,.rule,.used,.ahead,.safe{fill:none}.axis{stroke:#1c2333;stroke-width:1.2}"
    ".rule{stroke:#ddd4c3;stroke-dasharray:2 4}"
    ".used,.ahead{stroke:#24557f;stroke-width:2.6}.ahead{stroke-dasharray:7 5}"
    ".band{fill:#24557f;opacity:.16}.floor-kept{fill:#7a5600;opacity:.4}.floor-bind{fill:#a8352a;opacity:.35}"
    ".colour-1 .used,.colour-1 .ahead{stroke:#a8352a}.colour-1 .band{fill:#a8352a}"
    ".safe,.ball-end{stroke:#1c2333;stroke-width:1.4}.safe{stroke-dasharray:2 3}.weighed{fill:#fffdf8;stroke:#1c2333}"
    ".colour-2 .used,.colour-2 .ahead{stroke:#5d6f3c}.colour-2 .band{fill:#5d6f3c}"
)

FILM = (
    ".film-stills text{font-family:'Source Sans 3',sans-serif;font-size:46px;fill:#545a6b;text-anchor:middle}"
    ".film-whole{fill:#f3ecde}.film-worked{fill:#d9cdb4;stroke:#1c2333;stroke-width:1.4}"
    ".film-needle{fill:none;stroke:#a8352a;stroke-width:5;stroke-linecap:round}"
)

STEPS = (
    ".st-edge,.st-core,.st-way,.st-ridge,.st-mark,.st-blade,.st-cable{fill:none;stroke-linecap:round;stroke-linejoin:round}"
    ".st-edge{stroke:#545a6b;stroke-width:8}.st-core{stroke:#efe7d6;stroke-width:5.4}"
    ".st-new .st-edge{stroke:#a8352a}.st-new .st-core{stroke:#f3b5a8}"
    ".st-taken .st-edge{stroke:#24557f}.st-taken .st-core{stroke:#a9cdec}"
    ".st-waste .st-edge{stroke:#466238}.st-waste .st-core{stroke:#e6ecdc}"
    ".st-needle{fill:#e2dccd;stroke:#1c2333;stroke-width:1.2}.st-way{stroke:#7a5600;stroke-width:3}"
    ".st-cloth,.st-ball{fill:#efe7d6;stroke:#545a6b;stroke-width:1.6}.st-hole{fill:#fffdf8;stroke:#545a6b;stroke-width:1.6}"
    ".st-ridge{stroke:#545a6b;stroke-width:1.4}.st-pin{fill:#a8352a}.st-mark{stroke:#466238;stroke-width:4}"
    ".st-blade{stroke:#1c2333;stroke-width:2.6}.st-cable{stroke:#1c2333;stroke-width:4}"
    ".st-water{fill:#a9cdec;stroke:#24557f;stroke-width:1.4}.st-finger{fill:#f3ecde;stroke:#6f6a56;stroke-width:1.6}"
    ".st-figure{font-family:'Source Sans 3',sans-serif;font-weight:600;font-size:19px;fill:#1c2333;text-anchor:middle}"
)

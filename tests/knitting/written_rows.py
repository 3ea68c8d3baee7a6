"""Written rows of our own across every form, as a table.

A line is: the needle before, the row's words, the parts after, what was worked in each part. On the needle
"9" is nine stitches, "4*4" a marked stitch between two parts of four, "4|5" a marker between four and five.
The runs were worked out by hand.
"""

PLAIN = """
1 | Knit. | 1 | k1
1 | k1 | 1 | k1
7 | KNIT | 7 | k7
7 | knit across | 7 | k7
7 | Knit all sts. | 7 | k7
7 | k to end of row | 7 | k7
7 | knit to the end of the row. | 7 | k7
7 | purl to end | 7 | p7
7 | p | 7 | p7
7 | k3, p4 | 7 | k3, p4
7 | k 3, p 4 | 7 | k3, p4
7 | knit 3; purl 4 | 7 | k3, p4
7 | k3 and p4 | 7 | k3, p4
7 | k3 p4. | 7 | k3, p4
7 | K3, P to last 2 sts, K2. | 7 | k3, p2, k2
7 | k to last st, p1 | 7 | k6, p1
7 | k to the last stitch, p | 7 | k6, p1
7 | k to 3 sts before end, p3 | 7 | k4, p3
7 | k to 3 sts before the end, p3 | 7 | k4, p3
7 | k until 2 sts remain, p2 | 7 | k5, p2
7 | k to last 7 sts, p7 | 7 | p7
7 | k7, p to end | 7 | k7
7 | sl1, k to end | 7 | sl1, k6
7 | slip 1, k6 | 7 | sl1, k6
7 | sl1 wyif, k to end | 7 | sl1 wyif, k6
7 | sl1 with yarn in front, k to end | 7 | sl1 wyif, k6
7 | sl2 kwise, k5 | 7 | sl1 kwise twice, k5
7 | sl1 purlwise, k6 | 7 | sl1, k6
7 | sl2tog kwise, k to end | 7 | sl2tog kwise, k5
7 | k1 tbl 3 times, k4 | 7 | k1 tbl 3 times, k4
7 | ktbl, k6 | 7 | k1 tbl, k6
7 | p1 tbl, k to end | 7 | p1 tbl, k6
7 | k3 tbl, k4 | 7 | k1 tbl 3 times, k4
7 | k0, k7 | 7 | k7
"""

INCREASES = """
5 | k2, yo, k3 | 6 | k2, yo, k3
5 | k2, yarn over, k3 | 6 | k2, yo, k3
5 | yo, k to end | 6 | yo, k5
5 | k5, yo | 6 | k5, yo
5 | k1, yo twice, k4 | 7 | k1, yo twice, k4
5 | k1, yo 3 times, k4 | 8 | k1, yo 3 times, k4
5 | k1, m1, k4 | 6 | k1, m1, k4
5 | k1, make one, k4 | 6 | k1, m1, k4
5 | k1, M1L, k3, M1R, k1 | 7 | k1, m1l, k3, m1r, k1
5 | k1, make 1 left, k3, make 1 right, k1 | 7 | k1, m1l, k3, m1r, k1
5 | k1, m1p, k4 | 6 | k1, m1p, k4
5 | k1, m1pl, k3, m1pr, k1 | 7 | k1, m1lp, k3, m1rp, k1
5 | kfb, k to last st, kfb | 7 | kfb, k3, kfb
5 | kfb twice, k3 | 7 | kfb twice, k3
5 | k1f&b, k4 | 6 | kfb, k4
5 | knit front and back, k4 | 6 | kfb, k4
5 | kfbf, k4 | 7 | kfbf, k4
5 | pfb, p4 | 6 | pfb, p4
5 | kfb to end | 10 | kfb 5 times
5 | [k1, yo] 4 times, k1 | 9 | (k1, yo) 4 times, k1
5 | *k1, yo; rep from * to last st, k1 | 9 | (k1, yo) 4 times, k1
5 | k1, (k1, yo, k1) in next st, k3 | 7 | k1, (k1, yo, k1) in next st, k3
5 | k1, (k1, p1, k1) into same st, k3 | 7 | k1, (k1, p1, k1) in next st, k3
5 | k1, [k1, yo, k1, yo, k1] into next st, k3 | 9 | k1, (k1, yo, k1, yo, k1) in next st, k3
5 | k1, (k1, k1 tbl) in next st, k3 | 6 | k1, (k1, k1 tbl) in next st, k3
6 | k1, [k3tog, yo, k3tog] in next 3 sts, k2 | 6 | k1, (k3tog, yo, k3tog) in next 3 sts, k2
6 | k1, [k3tog, yo, k3tog, yo, k3tog] in next 3 sts, k2 | 8 | k1, (k3tog, yo, k3tog, yo, k3tog) in next 3 sts, k2
6 | [p2tog, yo, p2tog] into same 2 sts, k4 | 7 | (p2tog, yo, p2tog) in next 2 sts, k4
5 | k3, co 2, k2 | 7 | k3, co 2, k2
5 | k3, cast on 2 sts, k2 | 7 | k3, co 2, k2
5 | k5, backward loop 3 | 8 | k5, co 3
5 | k5, pick up 3 | 8 | k5, pick up and knit 3
5 | k5, pick up and knit 3 sts | 8 | k5, pick up and knit 3
5 | cast on 4, k to end | 9 | co 4, k5
10 | k1, rli, k6, lli, k3 | 12 | k1, rli, k6, lli, k3
5 | k1, right lifted increase, k3, left lifted increase, k1 | 7 | k1, rli, k3, lli, k1
"""

DECREASES = """
6 | k2tog, k4 | 5 | k2tog, k4
6 | k 2 tog, k4 | 5 | k2tog, k4
6 | knit 2 together, k4 | 5 | k2tog, k4
6 | k2tog 3 times | 3 | k2tog 3 times
6 | k2tog to end | 3 | k2tog 3 times
6 | [k2tog] to end | 3 | k2tog 3 times
6 | ssk, k2, k2tog | 4 | ssk, k2, k2tog
6 | slip, slip, knit, k4 | 5 | ssk, k4
6 | skp, k4 | 5 | skp, k4
6 | sl1, k1, psso, k4 | 5 | skp, k4
6 | k2tog tbl, k4 | 5 | k2tog tbl, k4
6 | k2tog through the back loops, k4 | 5 | k2tog tbl, k4
6 | p2tog, p2, ssp | 4 | p2tog, p2, ssp
6 | p2tog tbl, p4 | 5 | p2tog tbl, p4
6 | k3tog, sssk | 2 | k3tog, sssk
6 | k3tog tbl, p3tog | 2 | k3tog tbl, p3tog
6 | sl1, k2tog, psso, k3 | 4 | sk2p, k3
6 | sk2p, k3 | 4 | sk2p, k3
6 | cdd, k3 | 4 | cdd, k3
6 | s2kp, k3 | 4 | cdd, k3
6 | sl2-k1-p2sso, k3 | 4 | cdd, k3
6 | sl2, k1, p2sso, k3 | 4 | cdd, k3
6 | sl2tog kwise, k1, p2sso, k3 | 4 | cdd, k3
6 | centered double decrease, k3 | 4 | cdd, k3
6 | k1, [k2tog] twice, k1 | 4 | k1, k2tog twice, k1
6 | k1, yo, k2tog, yo, k2tog, k1 | 6 | k1, yo, k2tog, yo, k2tog, k1
6 | bo 2, k to end | 4 | bo 2, k4
6 | bind off 2, k4 | 4 | bo 2, k4
6 | k2, bo 2, k2 | 4 | k2, bo 2, k2
6 | k3, drop 3 | 3 | k3, drop 3
6 | k to last 2 sts, drop 2 | 4 | k4, drop 2
6 | bo 6 | 0 | bo 6
28 | *k6, k2tog, k5, kfb; rep from * to end | 28 | (k6, k2tog, k5, kfb) twice
7 | k1, k2tog, yo, k2tog, k to end | 6 | k1, k2tog, yo, k2tog, k2
"""

REPEATS = """
8 | (k1, p1) 4 times | 8 | (k1, p1) 4 times
8 | [k1, p1] x 4 | 8 | (k1, p1) 4 times
8 | (k2, p2) twice | 8 | (k2, p2) twice
8 | (k2, p2) two times | 8 | (k2, p2) twice
8 | (k2, p2) to end | 8 | (k2, p2) twice
8 | [k2, p2] across | 8 | (k2, p2) twice
9 | (k2, p2) to last st, k1 | 9 | (k2, p2) twice, k1
8 | *k1, p1; rep from * | 8 | (k1, p1) 4 times
8 | *k1, p1, repeat from * to end | 8 | (k1, p1) 4 times
8 | *k1, p1* to end | 8 | (k1, p1) 4 times
8 | *k1, p1*, rep from * to end | 8 | (k1, p1) 4 times
8 | *k1, p1; rep from * to last 4 sts, k4 | 8 | (k1, p1) twice, k4
9 | *k1, p2; rep from * 2 more times | 9 | (k1, p2) 3 times
9 | *k1, p2; rep from * twice more | 9 | (k1, p2) 3 times
9 | *k1, p2; rep from * 3 times in all | 9 | (k1, p2) 3 times
8 | *k1, p1; rep from * 3 times | 8 | (k1, p1) 4 times
6 | *k1, p1; rep from * once more, k2 | 6 | (k1, p1) twice, k2
6 | [[k1, p1] twice, k2] | 6 | ((k1, p1) twice, k2)
12 | [[k1, p1] twice, k2] twice | 12 | ((k1, p1) twice, k2) twice
12 | *k2, [p1, k1] twice; rep from * to end | 12 | (k2, (p1, k1) twice) twice
12 | *[k1, yo] twice, k2tog, k2; rep from * to end | 14 | ((k1, yo) twice, k2tog, k2) twice
10 | k2, *yo, k2tog; rep from * to last 2 sts, k2 | 10 | k2, (yo, k2tog) 3 times, k2
4 | k2, *k1, p1; rep from * to last 2 sts, k2 | 4 | k4
10 | k1, [yo, k2tog] to last st, k1 | 10 | k1, (yo, k2tog) 4 times, k1
9 | *k1, (k1, yo, k1) in next st, k1; rep from * to end | 15 | (k1, (k1, yo, k1) in next st, k1) 3 times
8 | *k2, k2tog; rep from * to end | 6 | (k2, k2tog) twice
8 | [k2tog] twice, [kfb] twice, k2 | 8 | k2tog twice, kfb twice, k2
"""

MARKED_STITCHES = """
4*4 | k to center st, yo, k1, yo, k to end | 5-1-5 | k4, yo / k1 / yo, k4
4*4 | k to centre stitch, yo, k1, yo, k to end | 5-1-5 | k4, yo / k1 / yo, k4
4*4 | k to the marked center st, k to end | 4-1-4 | k4 / k1 / k4
4*4 | k to marked st, m1r, k1, m1l, k to end | 5-1-5 | k4, m1r / k1 / m1l, k4
4*4 | k to next marked st, k5 | 4-1-4 | k4 / k1 / k4
4*4 | k to 1 st before center st, cdd, k to end | 3-1-3 | k3 / cdd / k3
4*4 | k to 1 st before marked st, k3tog, k to end | 3-1-3 | k3 / k3tog / k3
4*4 | k to 1 st before the centre st, sk2p, k to end | 3-1-3 | k3 / sk2p / k3
4*4 | k to 2 sts before center st, k2tog, k1, ssk, k to end | 3-1-3 | k2, k2tog / k1 / ssk, k2
4*4 | k2tog, k to 1 st before center st, cdd, k to last 2 sts, ssk | 2-1-2 | k2tog, k1 / cdd / k1, ssk
4*4 | kfb, k to 1 st before center st, cdd, k to last st, kfb | 4-1-4 | kfb, k2 / cdd / k2, kfb
4*4 | k3, yo, k to center st, yo, k1, yo, k to last 3 sts, yo, k3 | 6-1-6 | k3, yo, k1, yo / k1 / yo, k1, yo, k3
4*4 | Knit. | 4-1-4 | k4 / k1 / k4
4*4 | p9 | 4-1-4 | p4 / p1 / p4
4*4 | k to center st, kfb, k to end | 4-1-5 | k4 / kfb / k4
4*4 | k to center st, (k1, yo, k1) in next st, k to end | 5-1-5 | k4 / (k1, yo, k1) in next st / k4
4*4 | k3, ssk, k4 | 3-1-4 | k3 / ssk / k4
4*4 | k4, k2tog, k3 | 4-1-3 | k4 / k2tog / k3
2*2*2 | [k to marked st, yo, k1, yo] twice, k to end | 3-1-4-1-3 | k2, yo / k1 / yo, k2, yo / k1 / yo, k2
2*2*2 | *k to marked st, m1r, k1, m1l; rep from * once more, k to end | 3-1-4-1-3 | k2, m1r / k1 / m1l, k2, m1r / k1 / m1l, k2
2*2*2 | Purl. | 2-1-2-1-2 | p2 / p1 / p2 / p1 / p2
9 | k4, mark next st, k to end | 4-1-4 | k4 / k1 / k4
9 | k5, mark st just made, k to end | 4-1-4 | k5 /  / k4
"""

MARKERS = """
4|5 | Knit. | 4-5 | k4 / k5
4|5 | k to m, k to end | 4-5 | k4 / k5
4|5 | k to marker, sm, k to end | 4-5 | k4 / k5
4|5 | k to m, yo, sm, yo, k to end | 5-6 | k4, yo / yo, k5
4|5 | k to m, m1r, slip marker, m1l, k to end | 5-6 | k4, m1r / m1l, k5
4|5 | k to 2 sts before m, k2tog, sm, ssk, k to end | 3-4 | k2, k2tog / ssk, k3
4|5 | k to within 2 sts of m, k2tog, sm, k to end | 3-5 | k2, k2tog / k5
4|5 | k to 1 st before m, kfb, sm, kfb, k to end | 5-6 | k3, kfb / kfb, k4
4|5 | k to m, rm, k to end | 9 | k9
4|5 | k to m, remove marker, k1, pm, k to end | 5-4 | k5 / k4
4|5 | k to 1 st before m, remove m after next st, pm, cdd, k to end | 3-4 | k3 / cdd, k3
4|5 | k to 1 st before m, remove m after next 1 st, pm, k2tog, k to end | 3-5 | k3 / k2tog, k4
4|5 | sl1, k to m, k to end | 4-5 | sl1, k3 / k5
4|5 | *k1, p1; rep from * to m, k to end | 4-5 | (k1, p1) twice / k5
4|5 | [k2tog] to m, k to end | 2-5 | k2tog twice / k5
3|3|3 | [k to m, yo, sm, yo] twice, k to end | 4-5-4 | k3, yo / yo, k3, yo / yo, k3
3|3|3 | k to m, sm, k to m, sm, k to end | 3-3-3 | k3 / k3 / k3
3|3|3 | k to m, k to m, k to end | 3-3-3 | k3 / k3 / k3
3|3|3 | k3, rm, k3, rm, k3 | 9 | k9
3|3|3 | k to m, m1r, sm, k to m, sm, m1l, k to end | 4-3-4 | k3, m1r / k3 / m1l, k3
9 | k4, pm, k5 | 4-5 | k4 / k5
9 | k4, place a marker, k5 | 4-5 | k4 / k5
9 | k3, pm A, k3, pm B, k3 | 3-3-3 | k3 / k3 / k3
9 | k3, pm, k to last 3 sts, pm, k3 | 3-3-3 | k3 / k3 / k3
9 | k3, place marker, yo, k to end | 3-7 | k3 / yo, k6
9 | k3, yo, place marker, k to end | 4-6 | k3, yo / k6
"""

FABRICS = """
9 | work in pattern to end | 9 | k9
9 | Work in pattern. | 9 | k9
9 | work even | 9 | k9
9 | keeping in pattern to end | 9 | k9
Increase: yo / 4|5 | Keeping in pattern, inc 1 each side of m. | 5-6 | k4, yo / yo, k5
9 | k2, work in pattern to last 2 sts, k2 | 9 | k9
9 | k2, in patt to last 2 sts, k2 | 9 | k9
9 | Work as they appear. | 9 | k9
9 | k1, as they appear to last st, k1 | 9 | k9
9 | work in garter to end | 9 | k9
9 | garter 3, k6 | 9 | k9
9 | work 3 sts in garter, p6 | 9 | k3, p6
9 | rib to last 3 sts, k3 | 9 | k9
9 | seed 4, k5 | 9 | (k1, p1) twice, k5
9 | seed st 4, k to last 4 sts, seed st 4 | 9 | (k1, p1) twice, k1, (k1, p1) twice
9 | work 4 in moss stitch, k5 | 9 | (k1, p1) twice, k5
9 | work in stockinette to end | 9 | k9
9 | st st to last 2 sts, k2 | 9 | k9
9 | work in reverse stockinette to last 2 sts, k2 | 9 | p7, k2
9 | in 2x2 rib to last st, k1 | 9 | (k2, p2) twice, k1
4*4 | work in pattern to center st, yo, k1, yo, work in pattern to end | 5-1-5 | k4, yo / k1 / yo, k4
4|5 | work in pattern to m, sm, yo, rib to end | 4-6 | k4 / yo, k5
"""

MANY_HANDS = """
9 | k1, (k2tog, yo) 3x, k to end | 9 | k1, (k2tog, yo) 3 times, k2
9 | [k1, yo]x3, k to end | 12 | (k1, yo) 3 times, k6
9 | k1, *yo, k2tog* repeat to end | 9 | k1, (yo, k2tog) 4 times
8 | *k2, p2; rep between *s to end | 8 | (k2, p2) twice
9 | k1, *k1, p1; rep from * across to last 2 sts, k2 | 9 | k1, (k1, p1) 3 times, k2
9 | K to 3 sts from end, k3 | 9 | k9
9 | k to last three stitches, p3 | 9 | k6, p3
9 | sl 1, k2 tog, psso, k to end | 7 | sk2p, k6
9 | slip 1, knit 1, psso, k to end | 8 | skp, k7
9 | sl 2, k1, p2sso, k to end | 7 | cdd, k6
9 | sl 1 purlwise wyif, k to end | 9 | sl1 wyif, k8
9 | kf&b, k to end | 10 | kfb, k8
9 | K5. P4. | 9 | k5, p4
9 | k2, yo, k to end. 10 sts. | 10 | k2, yo, k7
9 | k2, yo, k to end — 10 sts | 10 | k2, yo, k7
9 | K2 YO K to last 2 sts YO K2 [11 sts] | 11 | k2, yo, k5, yo, k2
4|5 | k to 1 st from marker, kfb, slip the marker, k to end | 5-5 | k3, kfb / k5
"""

WHOLE_ROWS = """
9 | K3, yo, k to last 3 sts, yo, k3. | 11 | k3, yo, k3, yo, k3
8 | k3, yo, k1, yo, k1, yo, k3 | 11 | k3, yo, k1, yo, k1, yo, k3
11 | k1, kfb, k to last 2 sts, kfb, k1 | 13 | k1, kfb, k7, kfb, k1
11 | k1, kfb, k to last 3 sts, kfb, k1; k1 | 13 | k1, kfb, k6, kfb, k2
18 | k2, m1r, k3, ssk, k4, k2tog, k3, m1l, k2 | 18 | k2, m1r, k3, ssk, k4, k2tog, k3, m1l, k2
14 | k6, k2tog, k5, kfb | 14 | k6, k2tog, k5, kfb
13 | k1, *ssk, k2, yo; rep from * to end | 13 | k1, (ssk, k2, yo) 3 times
13 | k1, *yo, k1, sk2p, k1, yo, k1; rep from * to end | 13 | k1, (yo, k1, sk2p, k1, yo, k1) twice
13 | k2, [yo, ssk] 4 times, k3 | 13 | k2, (yo, ssk) 4 times, k3
13 | sl1, k2tog, k to last 3 sts, ssk, k1 | 11 | sl1, k2tog, k7, ssk, k1
13 | k1, ssk, k to last 3 sts, k2tog, k1 | 11 | k1, ssk, k7, k2tog, k1
13 | p1, p2tog, p to last 3 sts, ssp, p1 | 11 | p1, p2tog, p7, ssp, p1
13 | k1, yo, k to last st, yo, k1 | 15 | k1, yo, k11, yo, k1
13 | k1, m1p, p to last st, m1p, k1 | 15 | k1, m1p, p11, m1p, k1
13 | co 2, k to end | 15 | co 2, k13
13 | bo 3, k to last 3 sts, bo 3 | 7 | bo 3, k7, bo 3
13 | k1, (k1, p1, k1) in next st, k to last 2 sts, (k1, p1, k1) in next st, k1 | 17 | k1, (k1, p1, k1) in next st, k9, (k1, p1, k1) in next st, k1
13 | k5, k3tog, yo twice, k5 | 13 | k5, k3tog, yo twice, k5
13 | [p1, k1] 6 times, p1 | 13 | (p1, k1) 6 times, p1
13 | k1, [k2tog, yo] to last 2 sts, k2 | 13 | k1, (k2tog, yo) 5 times, k2
13 | k4, cdd, k1, cdd, k2 | 9 | k4, cdd, k1, cdd, k2
13 | k1, *p3, k3; rep from * to end | 13 | k1, (p3, k3) twice
13 | k to last 4 sts, [yo, k2tog] twice | 13 | k9, (yo, k2tog) twice
13 | drop 3, k to last 3 sts, drop 3 | 7 | drop 3, k7, drop 3
13 | sl1 wyif, [k1, sl1 wyif] to end | 13 | sl1 wyif, (k1, sl1 wyif) 6 times
"""

COLOURS_AND_ENDS = """
9 | with B, k to end | 9 | k9
9 | k4, change to B, k5 | 9 | k9
9 | k4, with B, k5 | 9 | k9
9 | k5, turn | 9 | k5
9 | k5, leave remaining sts unworked | 9 | k5
9 | k2tog, k3, turn | 8 | k2tog, k3
9 | k5, turn work | 9 | k5
9 | k to end, turn | 9 | k9
9 | k4, place next 3 sts on hold as thumb, k2 | 6 | k4, 3 on hold, k2
9 | k4, place next 3 sts on hold as the left wing, co 3, k2 | 9 | k4, 3 on hold, co 3, k2
9 | k4, put sts to end on hold as rest | 4 | k4, 5 on hold
4|5 | k2, place next 4 sts on hold as middle, k3 | 5 | k2, 4 on hold, k3
"""

SHAPES = """
Increase: m1 pair / 4|5 | Knit, inc 1 each side of m. | 5-6 | k4, m1r / m1l, k5
Increase: m1 pair / 4|5 | k to m, inc 1 each side of m, k to end | 5-6 | k4, m1r / m1l, k5
Increase: lifted pair / 4|5 | k to m, inc 1 each side of m, k to end | 5-6 | k4, rli / lli, k5
Increase: yo / 4|5 | Inc 1 each side of m. | 5-6 | k4, yo / yo, k5
Increase: kfb / 4|5 | k to m, inc 1 each side of m, k to end | 5-6 | k3, kfb / kfb, k4
Increase: kfb / 9 | Knit, inc 1 at each edge. | 11 | kfb, k7, kfb
Increase: m1 pair / 9 | Inc 1 at each edge, knit to end. | 11 | k1, m1l, k7, m1r, k1
Increase: m1 pair / 9 | Work in pattern, inc 1 at both ends. | 11 | k1, m1l, k7, m1r, k1
Increase: yo / 3|3|3 | Purl, inc 1 each side of every marker. | 4-5-4 | p3, yo / yo, p3, yo / yo, p3
Increase: m1 pair / 4*4 | Knit, inc 1 each side of marked st. | 5-1-5 | k4, m1r / k1 / m1l, k4
Increase: m1 pair / 4*4 | k to center st, inc 1 each side of center st, k to end | 5-1-5 | k4, m1r / k1 / m1l, k4
Increase: kfb / 4*4 | Inc 1 each side of marked st, inc 1 at each edge. | 6-1-6 | kfb, k2, kfb / k1 / kfb, k2, kfb
Increase: kfb / 9 | k4, inc 1, k4 | 10 | k4, kfb, k4
Decrease: k2tog pair / 4|5 | Knit, dec 1 each side of m. | 3-4 | k2, k2tog / ssk, k3
Decrease: k2tog pair / 9 | Knit, dec 1 at each edge. | 7 | k1, ssk, k3, k2tog, k1
Decrease: ssk / 9 | k4, dec 1, k3 | 8 | k4, ssk, k3
"""

GROUPS = (
    PLAIN,
    INCREASES,
    DECREASES,
    REPEATS,
    MARKED_STITCHES,
    MARKERS,
    FABRICS,
    MANY_HANDS,
    WHOLE_ROWS,
    COLOURS_AND_ENDS,
    SHAPES,
)

"""Rows as they are written in other dialects than the first, one a line: needle, words, parts after, what was worked."""

ITALIAN = """
7 | Diritto. | 7 | k7
7 | 7 dir | 7 | k7
7 | Lavorare a diritto. | 7 | k7
7 | tutte le maglie a diritto | 7 | k7
7 | 2 diritti, 1 gettato, lavorare a rovescio fino alla fine | 8 | k2, yo, p5
7 | 2 maglie insieme a diritto, 5 dir | 6 | k2tog, k5
7 | 1 dir, *1 dir, 1 rov*; rip da * a fine ferro | 7 | k1, (k1, p1) 3 times
7 | 3 dir, 4 rov | 7 | k3, p4
7 | 3 m a diritto, rov fino alla fine | 7 | k3, p4
7 | dir 3, rov 4 | 7 | k3, p4
7 | 2 dir, gett, dir fino alla fine | 8 | k2, yo, k5
7 | 2 dir, 1 gettato, 5 dir | 8 | k2, yo, k5
7 | dir fino alle ultime 3 m, 3 rov | 7 | k4, p3
7 | dir fino a 3 m dalla fine, rov 3 | 7 | k4, p3
7 | 1 dir, 2 ins dir, 4 dir | 6 | k1, k2tog, k4
7 | 1 dir, 2 insieme a diritto, dir fino alla fine | 6 | k1, k2tog, k4
7 | 2 ins dir 3 volte, 1 dir | 4 | k2tog 3 times, k1
7 | 1 dir, 2 ins a dir rit, 2 ins rov, 2 dir | 5 | k1, k2tog tbl, p2tog, k2
7 | accavallata doppia, 4 dir | 5 | sk2p, k4
7 | acc, 5 dir | 6 | skp, k5
7 | acc doppia centrale, 4 dir | 5 | cdd, k4
7 | 3 ins dir, 4 dir | 5 | k3tog, k4
7 | 3 dir rit, 4 dir | 7 | k1 tbl 3 times, k4
7 | 1 dir, aum int sx, 5 dir, aum int dx, 1 dir | 9 | k1, m1l, k5, m1r, k1
7 | dir davanti e dietro, 6 dir | 8 | kfb, k6
8 | *1 dir, 1 rov; rip da * fino alla fine | 8 | (k1, p1) 4 times
8 | [2 dir, 2 rov] due volte | 8 | (k2, p2) twice
8 | *1 dir, 1 rov; rip da * altre 2 volte, 2 dir | 8 | (k1, p1) 3 times, k2
8 | *1 dir, 1 rov; rip da * 3 volte in tutto, 2 dir | 8 | (k1, p1) 3 times, k2
8 | 1 pass, dir fino alla fine | 8 | sl1, k7
8 | intr 2, 6 dir | 6 | bo 2, k6
8 | 8 dir, avviare 3 m | 11 | k8, co 3
8 | 1 dir, (1 dir, gett, 1 dir) nella stessa m, 6 dir | 10 | k1, (k1, yo, k1) in next st, k6
4*4 | dir fino alla m centrale, gett, 1 dir, gett, dir fino alla fine | 5-1-5 | k4, yo / k1 / yo, k4
4*4 | dir fino a 1 m prima della m marcata, acc doppia centrale, dir fino alla fine | 3-1-3 | k3 / cdd / k3
4|5 | dir fino al marcapunti, passare marcapunti, gett, dir fino alla fine | 4-6 | k4 / yo, k5
4|5 | dir fino a 2 m prima del marcapunti, 2 ins dir, passare il segnapunti, dir fino alla fine | 3-5 | k2, k2tog / k5
4|5 | lavorare a grana di riso fino al marcapunti, dir fino alla fine | 4-5 | (k1, p1) twice / k5
8 | 5 dir, girare | 8 | k5
"""

BRITISH = """
8 | k2, yfwd, k6 | 9 | k2, yo, k6
8 | p2, yrn, p6 | 9 | p2, yo, p6
8 | k2, yrn, p6 | 9 | k2, yo, p6
8 | p2, yon, k6 | 9 | p2, yo, k6
8 | skpo, k to end | 7 | skp, k6
8 | cast off 3, k to end | 5 | bo 3, k5
8 | work in stocking stitch to end | 8 | k8
4*4 | k to centre st, yfwd, k1, yfwd, k to end | 5-1-5 | k4, yo / k1 / yo, k4
"""

GERMAN = """
7 | Rechts. | 7 | k7
7 | 7 re | 7 | k7
7 | 7 M re | 7 | k7
7 | Alle M rechts stricken. | 7 | k7
7 | alle Maschen links stricken | 7 | p7
7 | 3 M re, 4 M li. | 7 | k3, p4
7 | re bis zu den letzten 3 M, 3 li | 7 | k4, p3
7 | bis zu den letzten 3 M re, 3 li | 7 | k4, p3
7 | bis 3 M vor Ende re str, 3 M li | 7 | k4, p3
7 | 1 re, 1 U, bis zum Ende re | 8 | k1, yo, k6
7 | 2 re, 1 Umschlag, re bis R-Ende | 8 | k2, yo, k5
7 | 2 re, 1 U, 5 re (8 M) | 8 | k2, yo, k5
7 | 1 M re, 2 M re zusstr, 4 M re | 6 | k1, k2tog, k4
7 | 1 re, 2 M rechts zusammenstricken, re bis zum Ende der Reihe | 6 | k1, k2tog, k4
7 | 2 M re zus 3x, 1 re | 4 | k2tog 3 times, k1
7 | 1 re, 2 M re verschr zus, 2 M li zus, 2 re | 5 | k1, k2tog tbl, p2tog, k2
7 | 3 M überzogen zusammenstricken, 4 re | 5 | sk2p, k4
7 | 2 M überz. zus., 5 M re. | 6 | skp, k5
7 | 1 M re abheben, 1 M re, die abgehobene M überziehen, 5 re | 6 | skp, k5
7 | mittige Doppelabnahme, 4 re | 5 | cdd, k4
7 | 3 M re zus, 4 re | 5 | k3tog, k4
7 | 3 M re verschr, 4 re | 7 | k1 tbl 3 times, k4
7 | 1 re, Zun nach li, 5 re, Zun nach re, 1 re | 9 | k1, m1l, k5, m1r, k1
7 | 1 re, 1 M re verschr aus dem Querfaden herausstricken, 6 re | 8 | k1, m1, k6
7 | re vorn und hinten, 6 re | 8 | kfb, k6
7 | 1 M abh, re bis zum Ende | 7 | sl1, k6
7 | 1 M li abh, 6 M re | 7 | sl1, k6
7 | 1 M re abh, 6 M re | 7 | sl1 kwise, k6
8 | *1 re, 1 li; ab * wdh | 8 | (k1, p1) 4 times
8 | *1 re, 1 li, ab * bis zum Ende der R wdh | 8 | (k1, p1) 4 times
8 | *1 M re, 1 M li*, von * bis * stets wdh | 8 | (k1, p1) 4 times
8 | *1 re, 1 li; ab * noch 2 mal wdh, 2 re | 8 | (k1, p1) 3 times, k2
8 | *1 re, 1 li; ab * noch zweimal wiederholen, 2 re | 8 | (k1, p1) 3 times, k2
8 | *1 re, 1 li; wdh ab * insgesamt 3 mal, 2 re | 8 | (k1, p1) 3 times, k2
8 | [2 re, 2 li] zweimal | 8 | (k2, p2) twice
8 | (2 re, 2 li) 2x | 8 | (k2, p2) twice
8 | 2 M abketten, re bis zum Ende | 6 | bo 2, k6
8 | 8 re, 3 M neu anschlagen | 11 | k8, co 3
8 | 1 re, (1 re, 1 U, 1 re) in die gleiche M, 6 re | 10 | k1, (k1, yo, k1) in next st, k6
8 | 5 re, wenden | 8 | k5
4*4 | re bis zur Mittelmasche, 1 U, 1 re, 1 U, re bis zum Ende | 5-1-5 | k4, yo / k1 / yo, k4
4*4 | re bis 1 M vor der mittleren M, mittige Doppelabn, re bis Ende | 3-1-3 | k3 / cdd / k3
4*4 | bis zur markierten M re stricken, 1 U, 1 M re, 1 U, bis zum Ende re stricken | 5-1-5 | k4, yo / k1 / yo, k4
4|5 | re bis zum MM, MM abheben, 1 U, re bis zum Ende | 4-6 | k4 / yo, k5
4|5 | re bis 2 M vor dem Markierer, 2 M re zus, MM abh, re bis zum Ende | 3-5 | k2, k2tog / k5
4|5 | im Perlmuster bis zum MM, re bis zum Ende | 4-5 | (k1, p1) twice / k5
9 | glatt links bis zu den letzten 2 M, 2 re | 9 | p7, k2
9 | kraus rechts stricken | 9 | k9
"""

FRENCH = """
7 | Endroit. | 7 | k7
7 | 7 m end | 7 | k7
7 | À l'endroit. | 7 | k7
7 | Tricoter à l'endroit. | 7 | k7
7 | toutes les mailles à l'envers | 7 | p7
7 | 3 m end, 4 m env | 7 | k3, p4
7 | 3 m. end., 4 m. env. | 7 | k3, p4
7 | 3 mailles endroit, envers jusqu'à la fin du rang | 7 | k3, p4
7 | end jusqu'aux 3 dernières m, 3 m env | 7 | k4, p3
7 | tricoter à l'endroit jusqu'à 3 m avant la fin, 3 m env | 7 | k4, p3
7 | 2 m end, 1 jeté, end jusqu'à la fin | 8 | k2, yo, k5
7 | 1 m end, 2 m ens à l'end, 4 m end | 6 | k1, k2tog, k4
7 | 1 m end, 2 mailles ensemble à l'endroit, end jusqu'à la fin | 6 | k1, k2tog, k4
7 | 2 m ens end 3 fois, 1 m end | 4 | k2tog 3 times, k1
7 | 1 m end, 2 m ens torse à l'endroit, 2 m ens à l'envers, 2 m end | 5 | k1, k2tog tbl, p2tog, k2
7 | 1 surjet simple, 5 m end | 6 | skp, k5
7 | surjet double, 4 m end | 5 | sk2p, k4
7 | gl 1 m, 1 m end, rabattre la m glissée, 5 m end | 6 | skp, k5
7 | surjet double centré, 4 m end | 5 | cdd, k4
7 | 3 m ens à l'end, 4 m end | 5 | k3tog, k4
7 | 3 m end torse, 4 m end | 7 | k1 tbl 3 times, k4
7 | ggt, 5 m end | 6 | ssk, k5
7 | 1 m end, aug int g, 5 m end, aug int d, 1 m end | 9 | k1, m1l, k5, m1r, k1
7 | end devant et derrière, 6 m end | 8 | kfb, k6
7 | 1 m gl, end jusqu'à la fin | 7 | sl1, k6
7 | gl 1 m fil devant, 6 m end | 7 | sl1 wyif, k6
8 | *1 m end, 1 m env; répéter de * jusqu'à la fin | 8 | (k1, p1) 4 times
8 | *1 m end, 1 m env*, rép de * à * | 8 | (k1, p1) 4 times
8 | *1 m end, 1 m env; rép de * encore 2 fois, 2 m end | 8 | (k1, p1) 3 times, k2
8 | *1 m end, 1 m env; répéter de * 3 fois en tout, 2 m end | 8 | (k1, p1) 3 times, k2
8 | [2 m end, 2 m env] 2 fois | 8 | (k2, p2) twice
8 | (2 m end, 2 m env) deux fois | 8 | (k2, p2) twice
8 | rabattre 2 m, 6 m end | 6 | bo 2, k6
8 | 8 m end, monter 3 m | 11 | k8, co 3
8 | 1 m end, (1 m end, 1 jeté, 1 m end) dans la même m, 6 m end | 10 | k1, (k1, yo, k1) in next st, k6
8 | 5 m end, tourner | 8 | k5
4*4 | end jusqu'à la m centrale, 1 jeté, 1 m end, 1 jeté, end jusqu'à la fin | 5-1-5 | k4, yo / k1 / yo, k4
4*4 | end jusqu'à 1 m avant la m marquée, surjet double centré, end jusqu'à la fin | 3-1-3 | k3 / cdd / k3
4|5 | end jusqu'au marqueur, glisser le marqueur, 1 jeté, end jusqu'à la fin | 4-6 | k4 / yo, k5
4|5 | end jusqu'à 2 m avant le marqueur, 2 m ens à l'end, glisser le marqueur, end jusqu'à la fin | 3-5 | k2, k2tog / k5
4|5 | tricoter au point de riz jusqu'au marqueur, end jusqu'à la fin | 4-5 | (k1, p1) twice / k5
9 | en jersey envers jusqu'aux 2 dernières m, 2 m end | 9 | p7, k2
9 | tricoter au point mousse | 9 | k9
"""

ROWS = {"it": ITALIAN, "uk": BRITISH, "de": GERMAN, "fr": FRENCH}

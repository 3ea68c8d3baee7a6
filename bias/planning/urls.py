"""Addresses of beginning and of plans."""

from django.urls import path

from bias.planning import chart_views, size_views, stitch_views, views

urlpatterns = [
    path("begin/", views.begin, name="begin"),
    path("begin/file/", views.begin_file, name="begin-file"),
    path("begin/<slug:key>/drawing/", views.shape, name="shape-drawing"),
    path("begin/<slug:key>/film.json", views.shape_film, name="shape-film"),
    path("begin/<slug:key>/", views.begin_shape, name="begin-shape"),
    path("pieces/<number:piece_id>/plan/", views.plan, name="plan"),
    path("pieces/<number:piece_id>/plan/change/", views.change, name="change"),
    path("pieces/<number:piece_id>/plan/rows/<number:row>/", views.row, name="plan-row"),
    path("pieces/<number:piece_id>/plan/folds/<number:row_group>/", views.row_group, name="plan-row-group"),
    path("pieces/<number:piece_id>/plan/mended/", views.mended, name="plan-mended"),
    path("pieces/<number:piece_id>/plan/lies/", views.lies, name="plan-lies"),
    path("pieces/<number:piece_id>/plan/words/", views.to_words, name="to-words"),
    path("pieces/<number:piece_id>/plan/read/", views.from_words, name="from-words"),
    path("pieces/<number:piece_id>/plan/read/<number:part>/", views.from_part, name="from-part"),
    path("pieces/<number:piece_id>/plan/trial/", views.make_trial, name="trial"),
    path("pieces/<number:piece_id>/plan.json", views.plan_json, name="plan-json"),
    path("pieces/<number:piece_id>/plan/chart/", chart_views.chart, name="plan-chart"),
    path("pieces/<number:piece_id>/plan/chart/stitch/", chart_views.stitch, name="plan-chart-stitch"),
    path("pieces/<number:piece_id>/plan/chart/change/", chart_views.change_chart, name="plan-chart-change"),
    path("pieces/<number:piece_id>/plan/chart.json", chart_views.chart_json, name="plan-chart-json"),
    path("pieces/<number:piece_id>/plan/chart.svg", chart_views.chart_svg, name="plan-chart-svg"),
    path("pieces/<number:piece_id>/stitches/", stitch_views.stitches, name="stitches"),
    path("pieces/<number:piece_id>/stitches/change/", stitch_views.change_stitches, name="stitches-change"),
    path("pieces/<number:piece_id>/stitches/edge/", stitch_views.edge, name="stitches-edge"),
    path("pieces/<number:piece_id>/stitches/fits/", stitch_views.fits, name="stitches-fits"),
    path("pieces/<number:piece_id>/stitches/fabric/", stitch_views.check_fabric, name="stitches-fabric"),
    path("pieces/<number:piece_id>/size/", size_views.size, name="size"),
]

"""Addresses of beginning and of plans."""

from django.urls import path

from bias.planning import chart, sizing, stitches, views

urlpatterns = [
    path("begin/", views.begin, name="begin"),
    path("begin/file/", views.begin_file, name="begin-file"),
    path("begin/<slug:key>/", views.begin_shape, name="begin-shape"),
    path("pieces/<int:piece_id>/plan/", views.plan, name="plan"),
    path("pieces/<int:piece_id>/plan/change/", views.change, name="change"),
    path("pieces/<int:piece_id>/plan/rows/<int:row>/", views.row, name="plan-row"),
    path("pieces/<int:piece_id>/plan/folds/<int:fold>/", views.fold, name="plan-fold"),
    path("pieces/<int:piece_id>/plan/mended/", views.mended, name="plan-mended"),
    path("pieces/<int:piece_id>/plan/lies/", views.lies, name="plan-lies"),
    path("pieces/<int:piece_id>/plan/words/", views.to_words, name="to-words"),
    path("pieces/<int:piece_id>/plan/read/", views.from_words, name="from-words"),
    path("pieces/<int:piece_id>/plan/trial/", views.make_trial, name="trial"),
    path("pieces/<int:piece_id>/plan.json", views.plan_json, name="plan-json"),
    path("pieces/<int:piece_id>/plan/chart/", chart.chart, name="plan-chart"),
    path("pieces/<int:piece_id>/plan/chart/stitch/", chart.stitch, name="plan-chart-stitch"),
    path("pieces/<int:piece_id>/plan/chart/change/", chart.change_chart, name="plan-chart-change"),
    path("pieces/<int:piece_id>/plan/chart.json", chart.chart_json, name="plan-chart-json"),
    path("pieces/<int:piece_id>/plan/chart.svg", chart.chart_svg, name="plan-chart-svg"),
    path("pieces/<int:piece_id>/stitches/", stitches.stitches, name="stitches"),
    path("pieces/<int:piece_id>/stitches/change/", stitches.change_stitches, name="stitches-change"),
    path("pieces/<int:piece_id>/stitches/edge/", stitches.edge, name="stitches-edge"),
    path("pieces/<int:piece_id>/stitches/fits/", stitches.fits, name="stitches-fits"),
    path("pieces/<int:piece_id>/stitches/fabric/", stitches.check_fabric, name="stitches-fabric"),
    path("pieces/<int:piece_id>/size/", sizing.size, name="size"),
]

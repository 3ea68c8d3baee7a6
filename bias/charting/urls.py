"""Addresses of a piece seen."""

from django.urls import path

from bias.charting import views

urlpatterns = [
    path("pieces/<number:piece_id>/", views.piece, name="piece"),
    path("pieces/<number:piece_id>/row/<number:row>/", views.row, name="row"),
    path("pieces/<number:piece_id>/fold/<number:row_group>/", views.row_group, name="row-group"),
    path("pieces/<number:piece_id>/lies/", views.lies, name="lies"),
    path("pieces/<number:piece_id>/chart/", views.chart, name="chart"),
    path("pieces/<number:piece_id>/chart.json", views.chart_json, name="chart-json"),
    path("pieces/<number:piece_id>/chart.svg", views.chart_svg, name="chart-svg"),
    path("pieces/<number:piece_id>/cloth.svg", views.cloth_svg, name="cloth-svg"),
    path("pieces/<number:piece_id>/rows.json", views.rows_json, name="rows-json"),
    path("pieces/<number:piece_id>/words.txt", views.words_txt, name="words-txt"),
]

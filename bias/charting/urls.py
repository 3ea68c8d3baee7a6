"""Addresses of a piece seen."""

from django.urls import path

from bias.charting import views

urlpatterns = [
    path("pieces/<int:piece_id>/", views.piece, name="piece"),
    path("pieces/<int:piece_id>/row/<int:row>/", views.row, name="row"),
    path("pieces/<int:piece_id>/fold/<int:row_group>/", views.row_group, name="row-group"),
    path("pieces/<int:piece_id>/lies/", views.lies, name="lies"),
    path("pieces/<int:piece_id>/chart/", views.chart, name="chart"),
    path("pieces/<int:piece_id>/chart.json", views.chart_json, name="chart-json"),
    path("pieces/<int:piece_id>/chart.svg", views.chart_svg, name="chart-svg"),
    path("pieces/<int:piece_id>/cloth.svg", views.cloth_svg, name="cloth-svg"),
    path("pieces/<int:piece_id>/rows.json", views.rows_json, name="rows-json"),
    path("pieces/<int:piece_id>/words.txt", views.words_txt, name="words-txt"),
]

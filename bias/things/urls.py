"""Addresses of things of several pieces."""

from django.urls import path

from bias.things import begin_views, board_views, print_views, views, worn_views

urlpatterns = [
    path("things/begin/own/", begin_views.begin_own, name="begin-own-thing"),
    path("things/begin/board/", board_views.begin, name="begin-board"),
    path("things/begin/<slug:key>/", begin_views.begin_ready_made, name="begin-thing"),
    path("things/<number:thing_id>/", views.pieces, name="thing"),
    path("things/<number:thing_id>/due/", views.due, name="thing-due"),
    path("things/<number:thing_id>/card/", views.card, name="thing-card"),
    path("things/<number:thing_id>/joins/", views.joins, name="thing-joins"),
    path("things/<number:thing_id>/joins/change/", views.change, name="thing-change"),
    path("things/<number:thing_id>/joins/begin/", views.begin_picked, name="thing-pick-up"),
    path("things/<number:thing_id>/board/", board_views.board, name="thing-board"),
    path("things/<number:thing_id>/board/change/", board_views.change, name="thing-board-change"),
    path("things/<number:thing_id>/board/knit/", board_views.knit, name="thing-board-knit"),
    path("things/<number:thing_id>/board.svg", board_views.drawing, name="thing-board-svg"),
    path("things/<number:thing_id>/board.json", board_views.json_file, name="thing-board-json"),
    path("things/<number:thing_id>/step/", views.step, name="thing-step"),
    path("things/<number:thing_id>/about/", views.about_thing, name="thing-about"),
    path("things/<number:thing_id>/print/", print_views.print_page, name="thing-print"),
    path("things/<number:thing_id>/print/<number:printing_id>/", print_views.printing, name="thing-printing"),
    path("things/<number:thing_id>/print/<number:printing_id>/on/", print_views.go_on, name="thing-print-on"),
    path("things/<number:thing_id>/print/<number:printing_id>.pdf", print_views.pdf, name="thing-print-pdf"),
    path("things/<number:thing_id>/worn/", worn_views.worn, name="thing-worn"),
    path("things/<number:thing_id>/worn/on/", worn_views.go_on, name="thing-worn-on"),
    path("things/<number:thing_id>/worn/cloth.bin", worn_views.data, name="thing-worn-data"),
    path("things/<number:thing_id>/worn/bodies/", worn_views.bodies, name="thing-worn-bodies"),
    path("things/<number:thing_id>/thing.txt", views.text_file, name="thing-text"),
    path("things/<number:thing_id>/thing.json", views.json_file, name="thing-json"),
]

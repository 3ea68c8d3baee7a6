"""Addresses of the basket."""

from django.urls import path

from bias.home import unreadable, views

urlpatterns = [
    path("", views.basket, name="basket"),
    path("cards/<number:piece_id>/", views.one_card, name="card"),
    path("pieces/<number:piece_id>/unreadable/", unreadable.go_on, name="unreadable"),
    path("pieces/<number:piece_id>/unreadable.txt", unreadable.text_file, name="unreadable-text"),
    path("pieces/<number:piece_id>/take-out/", views.take_out, name="take-out"),
]

"""Addresses of the basket."""

from django.urls import path

from bias.home import views

urlpatterns = [
    path("", views.basket, name="basket"),
    path("pieces/<int:piece_id>/take-out/", views.take_out, name="take-out"),
]

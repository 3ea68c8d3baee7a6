"""Addresses of the finishing."""

from django.urls import path

from bias.finishing import views

urlpatterns = [path("pieces/<number:piece_id>/finishing/", views.finishing, name="finishing")]

"""Addresses of what is worn."""

from django.urls import path

from bias.worn import views

_AT = "pieces/<number:piece_id>/worn/"
urlpatterns = [
    path(_AT, views.worn, name="worn"),
    path(f"{_AT}on/", views.go_on, name="worn-on"),
    path(f"{_AT}cloth.bin", views.data, name="worn-data"),
    path(f"{_AT}bodies/", views.bodies, name="worn-bodies"),
    path("worn/body.bin", views.body_data, name="body-data"),
    path("worn/measures/", views.measures, name="own-measures"),
]

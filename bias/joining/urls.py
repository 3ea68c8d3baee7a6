"""Addresses of a knitter's own ways."""

from django.urls import path

from bias.joining import views

urlpatterns = [path("ways/", views.ways, name="ways")]

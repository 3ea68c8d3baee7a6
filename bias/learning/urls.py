"""Addresses of learning."""

from django.urls import path

from bias.learning import views

urlpatterns = [
    path("learn/", views.learn, name="learn"),
    path("pieces/<number:piece_id>/drills/", views.begin, name="begin-drills"),
    path("pieces/<number:piece_id>/drills/<number:seed>/<number:number>/", views.drill, name="drill"),
]

using System.Security.Cryptography;
using System.Text;
using Corlin.Application.Ports;

namespace Corlin.Simulation;

/// <summary>Makes conference addresses that nobody can guess from the meeting.</summary>
public sealed class ConferenceLinks : IConferenceLinks
{
    public string Make(string uid)
    {
        var room = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(uid + Guid.NewGuid())))[..10];
        return $"https://meet.ebbline.example/{room}";
    }
}
